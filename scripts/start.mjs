/* npm start: serves the built app to this machine; with --shed to all devices of the network, over TLS. */
import { existsSync } from 'node:fs'
import { randomInt } from 'node:crypto'
import { join, resolve } from 'node:path'
import { ensurePackages, ROOT, run } from './ensure.mjs'
import { fixedPort, listening, serveBuilt } from './serving.mjs'

const shed = process.argv.includes('--shed')
const folder = process.env.HEPHAESTAL_SHED_DIR ?? join(ROOT, '.data', 'shed')
await ensurePackages()
// What was built for a demo or a test on this machine is not packed; devices of a network are to have it packed.
const built = process.env.HEPHAESTAL_PACKED === 'no' ? 'index.html' : 'index.html.br'
if (!existsSync(join(ROOT, '.output', 'public', built))) {
  console.log('Building…')
  if (run('npx', ['nuxt', 'build'], { stdio: ['ignore', 'ignore', 'inherit'] }) !== 0) process.exit(1)
}
const wanted = Number(process.env.PORT) || 4173
if (shed) await startShed()
else await startHere()
// From here on what goes wrong in one request is logged, and ends nothing.
process.on('uncaughtException', (error) => console.error(error))

/** Which devices belong together outlives the server; with --keep DIR what they sent each other, encrypted, does too. */
function kept() {
  const at = process.argv.indexOf('--keep')
  const keep = at > 0 ? process.argv[at + 1] : undefined
  if (at > 0 && (!keep || keep.startsWith('--'))) {
    console.error('--keep wants a folder: npm start -- --shed --keep DIR')
    process.exit(1)
  }
  return {
    HEPHAESTAL_GROUPS_DIR: join(folder, 'groups'),
    ...(keep ? { HEPHAESTAL_KEEP_DIR: resolve(keep) } : {}),
  }
}

async function startHere() {
  const port = await fixedPort(wanted)
  serveBuilt({ HOST: '127.0.0.1', PORT: String(port), ...kept() }, { again: true })
  await listening(port)
  console.log(`\nHephaestal is at http://127.0.0.1:${port}/   (Ctrl C stops it)`)
}

async function startShed() {
  const { certificatesIn, namesHere } = await import('./shed/certificates.mjs')
  const { fingerprintOf, trustServer } = await import('./shed/trust-page.mjs')
  const { cert, key, authority } = await certificatesIn(folder)
  const port = await fixedPort(wanted, '0.0.0.0')
  const plainPort = await fixedPort(port + 1, '0.0.0.0')
  const { dns, ip } = namesHere()
  const [, ...others] = ip
  const first = `http://${others[0] ?? ip[0]}:${plainPort}/`
  const code = newCode()
  const settings = {
    HOST: '0.0.0.0',
    PORT: String(port),
    NITRO_SSL_CERT: cert,
    NITRO_SSL_KEY: key,
    HEPHAESTAL_SHED: 'yes',
    HEPHAESTAL_CODE: code,
    HEPHAESTAL_ADDRESSES: [...others, first].join(','),
    ...kept(),
  }
  serveBuilt(settings, { again: true })
  await listening(port)
  trustServer(authority, (host) => `https://${host}:${port}/`).listen(plainPort, '0.0.0.0')
  const { default: qrcode } = await import('qrcode')
  console.log(`\n${await qrcode.toString(first, { type: 'terminal', small: true })}`)
  console.log(`A new device begins at ${first}: scan it, trust the shed once, open the app there.`)
  console.log(`The certificate's SHA-256 begins ${fingerprintOf(authority)}.`)
  console.log(`The code to begin a shared yard from a device is ${code}; on this machine none is needed.`)
  console.log(
    `\nHephaestal is at ${[...others, ip[0], dns[2]].map((host) => `https://${host}:${port}/`).join('  ')}   (Ctrl C stops it)`,
  )
}

/** Twelve letters and figures of which none looks like another. */
function newCode() {
  const letters = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789'
  const part = () => Array.from({ length: 4 }, () => letters[randomInt(letters.length)]).join('')
  return [part(), part(), part()].join('-')
}
