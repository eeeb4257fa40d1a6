import { clientsClaim, type WorkboxPlugin } from 'workbox-core'
import {
  cleanupOutdatedCaches,
  createHandlerBoundToURL,
  precacheAndRoute,
  type PrecacheEntry,
} from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { CacheFirst, NetworkFirst, NetworkOnly } from 'workbox-strategies'
import { BEGIN, isFixed, isKept, KEPT_AT, KEPT_CACHE } from './kept-routes'

/**
 * Runs beside all pages of this device: with it the program opens where there is no network. The program itself is kept
 * as a whole, of one build; a newer one waits until no page of the older is open, or a page asks for it, so that
 * nothing changes under a hand that draws.
 */

interface Scope {
  /** Written before this file by the build: every file of it. */
  readonly FILES: PrecacheEntry[]
  skipWaiting(): Promise<void>
  addEventListener(type: 'message', listen: (event: { data: unknown }) => void): void
}
const scope = globalThis as unknown as Scope

/** The network is waited for so long where something was kept, s. */
const PATIENCE_S = 5
/** A page may be new: it comes from the server if it can be had, s. */
const PAGE_PATIENCE_S = 4

precacheAndRoute(scope.FILES)
cleanupOutdatedCaches()
// What the first page asks for is kept as well.
clientsClaim()

scope.addEventListener('message', ({ data }) => {
  if (data === BEGIN) void scope.skipWaiting()
})

/** A proxy's word that the server is away is none of the server's. */
const isAway = (response: Response) =>
  response.status >= 502 && !(response.headers.get('content-type') ?? '').includes('json')

const unlessAway: WorkboxPlugin = {
  fetchDidSucceed: async ({ response }) => {
    if (isAway(response)) throw new Error('the server is away')
    return response
  },
}
const onlyWell: WorkboxPlugin = {
  cacheWillUpdate: async ({ response }) => (response.status === 200 ? response : null),
}

const kept = new NetworkFirst({
  cacheName: KEPT_CACHE,
  networkTimeoutSeconds: PATIENCE_S,
  plugins: [
    unlessAway,
    onlyWell,
    { cachedResponseWillBeUsed: async ({ cachedResponse }) => (cachedResponse ? asKept(cachedResponse) : null) },
  ],
})
const fixed = new CacheFirst({ cacheName: KEPT_CACHE, plugins: [onlyWell] })

/** The same, saying of when it is. */
function asKept(response: Response): Response {
  const headers = new Headers(response.headers)
  headers.set(KEPT_AT, new Date(headers.get('date') ?? Date.now()).toISOString())
  return new Response(response.body, { status: response.status, statusText: response.statusText, headers })
}

registerRoute(({ url, sameOrigin }) => sameOrigin && isKept(url.pathname), kept)
registerRoute(({ url, sameOrigin }) => sameOrigin && isFixed(url), fixed)

/** Every page is the same shell; it draws itself by its address. */
const shell = createHandlerBoundToURL('/')
const page = new NetworkOnly({ networkTimeoutSeconds: PAGE_PATIENCE_S, plugins: [unlessAway] })
registerRoute(
  new NavigationRoute(
    async options => {
      try {
        return await page.handle(options)
      } catch {
        return shell(options)
      }
    },
    { denylist: [/^\/api\//] },
  ),
)
