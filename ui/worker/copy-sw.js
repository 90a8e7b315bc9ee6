// Keeps a customer's copy on the device: its files, the page, and what it last read of each tree. What is ticked without a network is kept by
// the page itself.
const files = __FILES__
const name = '__NAME__'
const read = 'copies-read'

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(name)
      .then((cache) => cache.addAll(files))
      .then(() => self.skipWaiting()),
  )
})

self.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((n) => n !== name && n !== read).map((n) => caches.delete(n))))
      .then(() => self.clients.claim()),
  )
})

/** From the network, kept as it came; without one as it was kept. A page that was closed is kept no longer. */
async function fresh(request) {
  const kept = await caches.open(read)
  try {
    const answer = await fetch(request)
    if (answer.ok) await kept.put(request, answer.clone())
    else if (answer.status === 404 || answer.status === 410) await kept.delete(request)
    return answer
  } catch (cause) {
    const before = await kept.match(request)
    if (before) return before
    throw cause
  }
}

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url)
  if (event.request.method !== 'GET' || url.origin !== self.location.origin) return
  if (files.includes(url.pathname)) {
    event.respondWith(caches.match(event.request).then((kept) => kept ?? fetch(event.request)))
  } else if (/^\/c\/[A-Z2-7]{26}(\/data)?$/.test(url.pathname)) {
    event.respondWith(fresh(event.request))
  }
})
