import { defineNitroErrorHandler } from 'nitropack/runtime'

const WORDS: Record<number, string> = {
  400: 'this was not understood',
  404: 'there is nothing at this address',
  405: 'this is not understood here',
}

/** What goes wrong is told in the open shape: not the address asked for, and nothing of the machine's. */
export default defineNitroErrorHandler((error, event) => {
  const status = error.statusCode >= 400 && error.statusCode < 600 ? error.statusCode : 500
  const { res } = event.node
  if (status >= 500) console.error(error)
  if (!res.headersSent) {
    res.statusCode = status
    for (const [name, value] of Object.entries({
      'content-type': 'application/json',
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
      'x-frame-options': 'DENY',
      'referrer-policy': 'no-referrer',
      'cross-origin-resource-policy': 'same-origin',
      'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
    }))
      res.setHeader(name, value)
  }
  const message = WORDS[status] ?? (status < 500 ? 'this is refused' : 'something in the server gave way')
  res.end(JSON.stringify({ error: status < 500 ? 'refused' : 'server', issues: [{ path: [], message }] }))
})
