import { cleanupOutdatedCaches, createHandlerBoundToURL, matchPrecache, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'

/** What of a service worker's scope is used here; its own types and those of pages exclude each other. */
interface Scope {
  readonly __WB_MANIFEST: Parameters<typeof precacheAndRoute>[0]
  skipWaiting: () => Promise<void>
  addEventListener: (type: 'message', listener: (event: MessageEvent<unknown>) => void) => void
}
declare const self: Scope

// Every page and every lazy part of it is kept at the first visit: the book opens with the server gone for days.
precacheAndRoute(self.__WB_MANIFEST)
cleanupOutdatedCaches()
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//] }))
// Pictures are kept once seen; the rest of the API is never answered from here.
registerRoute(
  ({ url, request }) => request.method === 'GET' && /^\/api\/books\/[^/]+\/pictures\//.test(url.pathname),
  async ({ request }) => {
    const kept = await caches.open('pictures')
    const held = (await kept.match(request)) ?? (await matchPrecache(request))
    if (held) return held
    const fresh = await fetch(request)
    if (fresh.ok) await kept.put(request, fresh.clone())
    return fresh
  },
)

// Only when a page says so: an update never comes under an open trip.
self.addEventListener('message', ({ data }) => {
  if (data === 'take over') void self.skipWaiting()
})
