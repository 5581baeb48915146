/* Part of the service worker: a file that another app sends here is kept until the page asks for it. */
const SHARED = 'shared-files'

self.addEventListener('fetch', (event) => {
  const { request } = event
  if (
    request.method !== 'POST' ||
    new URL(request.url).pathname !== new URL('open', self.registration.scope).pathname
  )
    return
  event.respondWith(
    (async () => {
      const sent = (await request.formData()).getAll('file').filter((one) => one instanceof File)
      await caches.delete(SHARED)
      const cache = await caches.open(SHARED)
      if (sent[0])
        await cache.put(
          'file',
          new Response(sent[0], { headers: { 'x-name': encodeURIComponent(sent[0].name) } }),
        )
      return Response.redirect('open?sent', 303)
    })(),
  )
})
