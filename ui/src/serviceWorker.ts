/// <reference lib="webworker" />
// Opens Kalpa without a connection: the page, its parts and the browser core are kept; data is not this worker's business.
import { ExpirationPlugin } from 'workbox-expiration'
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { CacheFirst } from 'workbox-strategies'

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: { url: string; revision: string | null }[] }

const pictures = { cache: 'kalpa-pictures-2', earlier: 'kalpa-pictures', most: 600, days: 60 } as const

precacheAndRoute(self.__WB_MANIFEST)
cleanupOutdatedCaches()

// The page is kept whole, with the policy and the nonce that it came with.
registerRoute(new NavigationRoute(createHandlerBoundToURL('/'), { denylist: [/^\/api\//, /^\/shared\//, /^\/health/] }))

/** What is made from an original never changes under its name; what stands in for one says that it may. */
const isFinal = (response: Response | undefined) =>
  response?.headers.get('Cache-Control')?.includes('immutable') === true

// A stand-in is asked for anew each time and shown from here only without a connection. Signing out empties this.
const standInsGiveWay = {
  cachedResponseWillBeUsed: async ({ cachedResponse }: { cachedResponse?: Response }) =>
    isFinal(cachedResponse) ? cachedResponse : undefined,
  handlerDidError: async ({ request }: { request: Request }) => caches.match(request),
}

registerRoute(
  ({ url, request }) => request.method === 'GET' && /^\/api\/photos\/[0-9a-f]{64}\/(thumb|screen)$/.test(url.pathname),
  new CacheFirst({
    cacheName: pictures.cache,
    plugins: [
      standInsGiveWay,
      new ExpirationPlugin({ maxEntries: pictures.most, maxAgeSeconds: pictures.days * 86_400 }),
    ],
  }),
)

// A new version takes over when the old pages are gone, or when somebody asks for it.
self.addEventListener('message', (event) => {
  if (event.data?.type === 'SKIP_WAITING') void self.skipWaiting()
  if (event.data?.type === 'CLAIM') event.waitUntil(self.clients.claim())
})
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
// Earlier versions kept stand-ins for good.
self.addEventListener('activate', (event) => event.waitUntil(caches.delete(pictures.earlier)))
