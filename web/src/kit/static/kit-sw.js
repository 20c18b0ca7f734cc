/** Keeps the files of a field kit on the device; a newer kit is fetched whole, and takes the place of the old one when no page of it is open. */
const KIT = '__KIT__'; // the digest of the files, written with the kit: another one makes this another script
const prefix = `kit ${self.registration.scope} `;
const mine = () => caches.open(prefix + KIT);

self.addEventListener('install', (event) => {
  event.waitUntil(
    fetch('./kit.json', { cache: 'no-store' })
      .then((r) => r.json())
      .then(async ({ files }) => (await mine()).addAll(['./', ...files.map((f) => `./${f}`)].map((f) => new Request(f, { cache: 'reload' })))),
  );
});

self.addEventListener('activate', (event) => {
  const old = caches.keys().then((names) => Promise.all(names.filter((n) => n.startsWith(prefix) && n !== prefix + KIT).map((n) => caches.delete(n))));
  event.waitUntil(old.then(() => self.clients.claim()));
});

self.addEventListener('fetch', (event) => {
  if (event.request.method !== 'GET' || new URL(event.request.url).origin !== self.location.origin) return;
  event.respondWith(mine().then((kept) => kept.match(event.request, { ignoreSearch: true })).then((found) => found ?? fetch(event.request)));
});
