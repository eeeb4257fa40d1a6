import type { H3Event } from 'h3'
import proxyAddr from 'proxy-addr'

/*
 * Where a request comes from. What a proxy says of whom it speaks for is believed of those alone that are named in
 * NUXT_TRUSTED_PROXIES (addresses, ranges, or `loopback`, by commas); of others it could be anybody's word.
 */

type Trust = ReturnType<typeof proxyAddr.compile>
const trusts = new Map<string, Trust>()

function trust(): Trust {
  const { trustedProxies } = useRuntimeConfig()
  let compiled = trusts.get(trustedProxies)
  if (!compiled) {
    compiled = proxyAddr.compile(trustedProxies.split(/[\s,]+/).filter(each => each !== ''))
    trusts.set(trustedProxies, compiled)
  }
  return compiled
}

/** Whether it comes by a proxy that is believed. */
function isProxied({ node: { req } }: H3Event): boolean {
  const { remoteAddress } = req.socket
  return remoteAddress !== undefined && trust()(remoteAddress, 0)
}

/** The address of whoever asks; null: the line is gone already. */
export function addressOf({ node: { req } }: H3Event): string | null {
  return req.socket.remoteAddress === undefined ? null : (proxyAddr(req, trust()) ?? null)
}

/** Whether the browser speaks by TLS, to this server or to a proxy before it. */
export function isSecure(event: H3Event): boolean {
  const { req } = event.node
  if ('encrypted' in req.socket && req.socket.encrypted) return true
  return isProxied(event) && req.headers['x-forwarded-proto'] === 'https'
}

/** Whether whoever asks sits at this very machine: what another one sent on is not said to be from here. */
export function isHere(event: H3Event): boolean {
  // The development server is on loopback, and sends on what it is asked.
  if (import.meta.dev) return true
  const address = addressOf(event)
  const { headers } = event.node.req
  const wasSentOn = headers['x-forwarded-for'] !== undefined || headers.forwarded !== undefined
  return address !== null && isLoopback(address, 0) && (!wasSentOn || isProxied(event))
}

const isLoopback = proxyAddr.compile('loopback')
