import { defineEventHandler, getRequestHeader, setResponseHeader, setResponseStatus } from 'h3'
import { PAGES } from '#app-pages'

const pages = PAGES.map((pattern) => new RegExp(pattern))

/**
 * What no file was found for: an address of the app gets its page, any other the same page as "not found" where a
 * person opens it, and a plain no where a program asks. Nothing of this is kept by a cache.
 */
export default defineEventHandler((event) => {
  // While plain files are made, what is asked for is what is to be one.
  if (import.meta.prerender) return
  const path = event.path.split('?')[0]!
  if (path.startsWith('/api/')) {
    setResponseHeader(event, 'cache-control', 'no-store')
    return
  }
  const method = event.method
  if (method !== 'GET' && method !== 'HEAD') {
    setResponseStatus(event, 405)
    setResponseHeader(event, 'allow', 'GET, HEAD')
    return plainly(event, 'only GET and HEAD are understood here')
  }
  const known = pages.some((page) => page.test(path))
  setResponseHeader(event, 'cache-control', known ? 'no-cache' : 'no-store')
  if (known) return
  setResponseStatus(event, 404)
  const opened = (getRequestHeader(event, 'accept') ?? '').includes('text/html')
  const file = path.startsWith('/_nuxt/') || /\.[a-z\d]+$/i.test(path)
  if (!opened || file) return plainly(event, 'there is nothing at this address')
})

function plainly(event: Parameters<typeof setResponseStatus>[0], message: string): string {
  setResponseHeader(event, 'cache-control', 'no-store')
  setResponseHeader(event, 'content-type', 'text/plain; charset=utf-8')
  setResponseHeader(event, 'x-content-type-options', 'nosniff')
  return `${message}\n`
}
