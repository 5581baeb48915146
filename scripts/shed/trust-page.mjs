/* The one page without TLS: how a device comes to trust the shed, and the certificate it is to trust. */
import { createHash, X509Certificate } from 'node:crypto'
import { createServer } from 'node:http'

const CERTIFICATE = '/hephaestal-shed.crt'

/** The certificate's own words, to be held against what a device shows. */
export function fingerprintOf(pem) {
  const sum = createHash('sha256').update(new X509Certificate(pem).raw).digest('hex').toUpperCase()
  return sum.match(/../g).slice(0, 8).join(' ')
}

const page = (app, mark) => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Hephaestal in the shed</title>
<style>
body { font: 18px/1.5 system-ui, sans-serif; max-width: 36rem; margin: 0 auto; padding: 1.5rem; background: #f3ecde; color: #241d17 }
a { display: inline-block; padding: 1rem 1.25rem; background: #a03808; color: #fff; font-weight: 700; text-decoration: none }
a:focus-visible { outline: 4px solid #134f88; outline-offset: 3px }
li { margin: 0.5rem 0 }
@media (prefers-color-scheme: dark) { body { background: #14110e; color: #f3ecde } }
</style>
</head>
<body>
<main>
<h1>Hephaestal in the shed</h1>
<p>Once for each device, so that it works without the network and keeps the screen awake:</p>
<p><a href="${CERTIFICATE}">1. Take the shed’s certificate</a></p>
<ol start="2">
<li><b>Android</b>: Settings, Security, Encryption and credentials, Install a certificate, CA certificate; choose the file.</li>
<li><b>iPhone, iPad</b>: Settings, Profile Downloaded, Install; then General, About, Certificate Trust Settings, switch it on.</li>
<li><b>Desk</b>: open the file and put it with the authorities the browser trusts for web sites.</li>
</ol>
<p><a href="${app}">Then open the app</a></p>
<p>The device may show the certificate’s SHA-256: it begins ${mark}. The terminal says the same. It can vouch for this machine and for addresses of private networks only, never for a site on the internet. Remove it again when the shed is gone.</p>
</main>
</body>
</html>
`

/**
 * Serves the page and the certificate, and nothing else.
 * @param {string} authority PEM
 * @param {(host: string) => string} appAt where the app is, for whoever came by this host
 */
export function trustServer(authority, appAt) {
  const mark = fingerprintOf(authority)
  const der = new X509Certificate(authority).raw
  const server = createServer((request, response) => {
    try {
      answer(request, response)
    } catch (error) {
      console.error(error)
      response
        .writeHead(400, { 'content-type': 'text/plain; charset=utf-8' })
        .end('this was not understood\n')
    }
  })
  // What is no HTTP is answered, and ends nothing but its own line.
  server.on('clientError', (_, socket) => socket.end('HTTP/1.1 400 Bad Request\r\nconnection: close\r\n\r\n'))
  return server

  function answer(request, response) {
    const address = request.url ?? '/'
    const pathname = URL.canParse(address, 'http://shed') ? new URL(address, 'http://shed').pathname : null
    const send = (status, type, body) =>
      response
        .writeHead(status, {
          'content-type': type,
          'cache-control': 'no-store',
          'x-content-type-options': 'nosniff',
          'x-frame-options': 'DENY',
          'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; base-uri 'none'",
        })
        .end(request.method === 'HEAD' ? undefined : body)
    if (request.method !== 'GET' && request.method !== 'HEAD')
      return send(405, 'text/plain; charset=utf-8', 'only GET and HEAD are understood here\n')
    if (pathname === null) return send(400, 'text/plain; charset=utf-8', 'this was not understood\n')
    if (pathname === CERTIFICATE) return send(200, 'application/x-x509-ca-cert', der)
    if (pathname !== '/') return send(404, 'text/plain; charset=utf-8', 'there is nothing at this address\n')
    // Whoever asks by a name gets that name back, and nothing that is no name.
    const host = /^[a-z\d.-]+(?=:\d+$|$)/i.exec(request.headers.host ?? '')?.[0] ?? 'localhost'
    send(200, 'text/html; charset=utf-8', page(appAt(host), mark))
  }
}
