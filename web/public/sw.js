// Keeps the files of the application on the device, so that the page opens again while the server or the network is
// away. Data are not its business: the page keeps its own.
const CACHE = 'nelbo-files';
const LIST = '/files.json';

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

// The page asks once it has nothing better to do.
self.addEventListener('message', (event) => event.waitUntil(refresh().catch(() => undefined)));

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api/') || url.pathname === LIST) return;
  event.respondWith(request.mode === 'navigate' ? page(request) : file(request));
});

/** Fetches what is missing of the present build, and drops what no longer belongs to it. */
async function refresh() {
  const files = await (await fetch(LIST, { cache: 'no-cache' })).json();
  const cache = await caches.open(CACHE);
  const kept = await cache.keys();
  const wanted = new Set(files.map((f) => new URL(f, self.location.origin).href));
  await Promise.all(kept.filter((r) => !wanted.has(r.url)).map((r) => cache.delete(r)));
  const there = new Set(kept.map((r) => r.url));
  for (const f of wanted) if (!there.has(f)) await cache.add(f);
}

/** The page from the server while it answers, else as it was last. */
async function page(request) {
  try {
    return await fetch(request);
  } catch {
    return (await (await caches.open(CACHE)).match('/')) ?? Response.error();
  }
}

/** Built files carry a hash in their name and never change. */
async function file(request) {
  return (await (await caches.open(CACHE)).match(request)) ?? fetch(request);
}
