/* npm start: serves the built app to this machine; with --shed to all devices of the network, over TLS. */
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ensurePackages, ROOT, run } from './ensure.mjs'
import { freePort, listening, serveBuilt } from './serving.mjs'

const shed = process.argv.includes('--shed')
const folder = process.env.HEPHAESTAL_SHED_DIR ?? join(ROOT, '.data', 'shed')
ensurePackages()
if (!existsSync(join(ROOT, '.output', 'server', 'index.mjs'))) {
  console.log('Building…')
  if (run('npx', ['nuxt', 'build'], { stdio: ['ignore', 'ignore', 'inherit'] }) !== 0) process.exit(1)
}
const wanted = Number(process.env.PORT) || 4173
if (shed) await startShed()
else await startHere()

async function startHere() {
  const port = await freePort(wanted)
  serveBuilt({ HOST: '127.0.0.1', PORT: String(port) })
  await listening(port)
  console.log(`\nHephaestal is at http://127.0.0.1:${port}/   (Ctrl C stops it)`)
}

async function startShed() {
  const { certificatesIn, namesHere } = await import('./shed/certificates.mjs')
  const { fingerprintOf, trustServer } = await import('./shed/trust-page.mjs')
  const { cert, key, authority } = await certificatesIn(folder)
  const port = await freePort(wanted, '0.0.0.0')
  const plainPort = await freePort(port + 1, '0.0.0.0')
  serveBuilt({
    HOST: '0.0.0.0',
    PORT: String(port),
    NITRO_SSL_CERT: cert,
    NITRO_SSL_KEY: key,
    HEPHAESTAL_SHED: 'yes',
  })
  await listening(port)
  trustServer(authority, (host) => `https://${host}:${port}/`).listen(plainPort, '0.0.0.0')
  const { dns, ip } = namesHere()
  const [, ...others] = ip
  const first = `http://${others[0] ?? ip[0]}:${plainPort}/`
  const { default: qrcode } = await import('qrcode')
  console.log(`\n${await qrcode.toString(first, { type: 'terminal', small: true })}`)
  console.log(`A new device begins at ${first}: scan it, trust the shed once, open the app there.`)
  console.log(`The certificate's SHA-256 begins ${fingerprintOf(authority)}.`)
  console.log(
    `\nHephaestal is at ${[...others, ip[0], dns[2]].map((host) => `https://${host}:${port}/`).join('  ')}   (Ctrl C stops it)`,
  )
}
