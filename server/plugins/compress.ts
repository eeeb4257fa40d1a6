import { getRequestHeader, getResponseHeader, setResponseHeaders } from 'h3'
import { compressed } from '../utils/compressed'

/** What routes answer goes packed over the network: a record with its samples is a fifth of itself. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('beforeResponse', async (event, response) => {
    const type = getResponseHeader(event, 'content-type') as string | undefined
    const packed = await compressed(getRequestHeader(event, 'accept-encoding'), type, response.body)
    if (!packed) return
    setResponseHeaders(event, {
      'content-type': type ?? 'application/json',
      'content-encoding': 'gzip',
      vary: 'accept-encoding',
    })
    response.body = packed
  })
})
