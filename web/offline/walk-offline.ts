/**
 * Keeps the shelf walk at hand where there is no network: the page says what it is made of, and where the server does not
 * answer, that is given again. It looks after the addresses below /walk alone, and never after what is a reader's.
 */
declare const self: ServiceWorkerGlobalScope
export {}

const CACHE = 'catalex.walk'
/** After so long without an answer, what is kept will do: among tall shelves a network is slow before it is gone. */
const PATIENCE_MS = 3000

self.addEventListener('install', () => {
  void self.skipWaiting()
})

self.addEventListener('message', (event) => {
  // Only our own pages are served from here; they send a list of addresses.
  const addresses = event.data as string[]
  event.waitUntil(
    keep(addresses).then(() => {
      event.ports[0]?.postMessage('kept')
    }),
  )
})

self.addEventListener('fetch', (event) => {
  const { request } = event
  if (request.method === 'GET' && new URL(request.url).origin === self.location.origin) event.respondWith(answer(request))
})

/** These, and of those before only what is still wanted. */
async function keep(addresses: readonly string[]): Promise<void> {
  const cache = await caches.open(CACHE)
  await cache.addAll(addresses)
  const wanted = new Set(addresses.map((address) => new URL(address, self.location.origin).href))
  for (const { url } of await cache.keys()) if (!wanted.has(url)) await cache.delete(url)
}

/** The page of a walk is the same for every walk. */
async function answer(request: Request): Promise<Response> {
  const cache = await caches.open(CACHE)
  const kept = await cache.match(request, { ignoreVary: true, ignoreSearch: request.mode === 'navigate' })
  const fresh = fetch(request)
  if (!kept) return fresh
  const patience = new Promise<Response>((resolve) => {
    setTimeout(() => {
      resolve(marked(kept))
    }, PATIENCE_MS)
  })
  return Promise.race([fresh, patience]).catch(() => marked(kept))
}

/** The page tells by it that the server did not answer. */
function marked(kept: Response): Response {
  const headers = new Headers(kept.headers)
  headers.set('Catalex-Kept', 'yes')
  return new Response(kept.body, { headers, status: kept.status })
}
