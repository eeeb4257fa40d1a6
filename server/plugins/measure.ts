import { countAnswer } from '../services/metrics'

/** Counts what is asked and how long it took. A stream lasts as long as a page is open: that says nothing. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('request', event => {
    const began = performance.now()
    const { req, res } = event.node
    res.once('close', () => {
      const route = event.context.matchedRoute?.path
      if (!route || String(res.getHeader('content-type') ?? '').startsWith('text/event-stream')) return
      countAnswer(req.method ?? 'GET', route, res.statusCode, (performance.now() - began) / 1000)
    })
  })
})
