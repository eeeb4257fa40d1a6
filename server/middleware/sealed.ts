import { isHere, isSecure } from '../utils/peer'

/** For whoever watches the server: nothing of anybody's own. */
const OPEN = /^\/api\/(health|metrics)(\?|$)/

const WHY = `Little Easel is not to be had like this.

It came over the network without TLS: what is sent could be read on its way, and browsers give pages that come so
neither sealed cookies nor the means to draw.

Open the address that begins with https. Whoever looks after it: npm start -- --class seals a classroom's network;
where a proxy with TLS stands before it, name that proxy in NUXT_TRUSTED_PROXIES (docs/deploy.md).
`

/** Over a network nothing is answered but by TLS. */
export default defineEventHandler(event => {
  if (isSecure(event) || isHere(event) || OPEN.test(event.path)) return
  setResponseStatus(event, 403)
  setResponseHeader(event, 'content-type', 'text/plain; charset=utf-8')
  return WHY
})
