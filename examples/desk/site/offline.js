/* Keeps the desk in the browser, so that it works without a network. The list of its files, and its version, are filled in when it is built. */
const version = '%VERSION%';
const files = ['%FILES%'];
/** Faces are fetched once the desk works: they are needed later, and are larger than all else. */
const faces = ['%FACES%'];

const name = `hexis-desk-${version}`;

self.addEventListener('install', (event) => {
  event.waitUntil(caches.open(name).then((cache) => cache.addAll(files)));
});

self.addEventListener('message', ({ data }) => {
  if (data === 'take over') void self.skipWaiting();
});

/** Removes what older versions kept. */
async function clear() {
  for (const key of await caches.keys()) if (key.startsWith('hexis-desk-') && key !== name) await caches.delete(key);
  await self.clients.claim();
}

async function keepFaces() {
  const cache = await caches.open(name);
  for (const face of faces) if (!(await cache.match(face))) await cache.add(face).catch(() => undefined);
}

self.addEventListener('activate', (event) => {
  event.waitUntil(clear());
  void keepFaces();
});

async function answer(request) {
  const cache = await caches.open(name);
  const kept = await cache.match(request.mode === 'navigate' ? './' : request, { ignoreSearch: true });
  return kept ?? fetch(request);
}

self.addEventListener('fetch', (event) => {
  const { method, url } = event.request;
  if (method === 'GET' && url.startsWith(self.registration.scope)) event.respondWith(answer(event.request));
});
