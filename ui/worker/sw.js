// Keeps the page itself on the device, so that it opens without a network. What people enter is kept by the
// page (src/offline), never here. The list of files and the name are put in when the page is built.
const files = __FILES__
const name = '__NAME__'

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(name)
      .then((cache) => cache.addAll(['/', ...files]))
      .then(() => self.skipWaiting()),
  )
})

self.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((n) => n !== name).map((n) => caches.delete(n))))
      .then(() => self.clients.claim()),
  )
})

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url)
  if (event.request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api/')) return
  if (event.request.mode === 'navigate') {
    event.respondWith(fetch(event.request).catch(() => caches.match('/')))
  } else if (files.includes(url.pathname)) {
    event.respondWith(caches.match(event.request).then((kept) => kept ?? fetch(event.request)))
  }
})
