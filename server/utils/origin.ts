import { getRequestHost, type H3Event } from 'h3'
import { Refused } from './refuse'

const ONLY_READS = new Set(['GET', 'HEAD', 'OPTIONS'])

/**
 * A request that changes something comes from a page of this very server, if it says where it comes from; programs that
 * are no browser say nothing. (OWASP, Cross-Site Request Forgery Prevention: verifying the origin by standard headers.)
 *
 * What a proxy says of the host is believed of anybody: a page of another site can't make a browser send that.
 *
 * Throws Refused `not-yours`.
 */
export function requireSameOrigin(event: H3Event): void {
  const { method, headers } = event.node.req
  if (ONLY_READS.has(method ?? 'GET')) return
  const { origin } = headers
  const site = headers['sec-fetch-site']
  if (isOwn(origin, getRequestHost(event, { xForwardedHost: true })) && site !== 'cross-site') return
  throw new Refused('not-yours', 'This came from another site.', 'Do it in Little Easel itself.')
}

/** `origin`: null is what a page of no place of its own says, as one that lies in a sandbox. */
export function isOwn(origin: string | undefined, host: string): boolean {
  if (origin === undefined) return true
  try {
    return new URL(origin).host === host
  } catch {
    return false
  }
}
