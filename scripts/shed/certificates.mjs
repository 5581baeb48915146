/* The shed's own certificate authority: made at the first start, kept, and what this machine's certificates rest on. */
import { X509Certificate } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces } from 'node:os'
import { join } from 'node:path'

const DAY = 24 * 3600 * 1000
const AUTHORITY_YEARS = 10
/** Telephones refuse certificates of more than 825 days; a new one is made at the next start, so a year will do. */
const DAYS = 365
/** One that ends sooner than this is made anew. */
const ENDS_SOON = 60 * DAY
/** Clocks in sheds run late. */
const BEFORE = 2 * DAY

/** Addresses of this machine that others in the same network reach, the usual ones of a home first. */
export function addressesHere() {
  const all = Object.values(networkInterfaces()).flatMap((one) => one ?? [])
  const found = all.filter(({ family, internal }) => family === 'IPv4' && !internal).map((one) => one.address)
  return found.sort((a, b) => Number(b.startsWith('192.168.')) - Number(a.startsWith('192.168.')))
}

/** Names and addresses a certificate is for. */
export function namesHere() {
  const name = hostname()
    .toLowerCase()
    .replace(/\.local$/, '')
  return { dns: ['localhost', name, `${name}.local`], ip: ['127.0.0.1', ...addressesHere()] }
}

const keep = (path, text) => {
  writeFileSync(path, text, { mode: 0o600 })
  chmodSync(path, 0o600)
}

/** The authority of a folder: its certificate and key, as kept there or made now. */
async function authorityOf(folder) {
  const [cert, key] = ['authority.crt', 'authority.key'].map((name) => join(folder, name))
  if (existsSync(cert) && existsSync(key)) {
    const kept = { cert: readFileSync(cert, 'utf8'), key: readFileSync(key, 'utf8') }
    if (Date.parse(new X509Certificate(kept.cert).validTo) - Date.now() > ENDS_SOON) return kept
  }
  const { generate } = await import('selfsigned')
  const made = await generate([{ name: 'commonName', value: `Hephaestal shed on ${hostname()}` }], {
    keyType: 'ec',
    curve: 'P-256',
    algorithm: 'sha256',
    notBeforeDate: new Date(Date.now() - BEFORE),
    notAfterDate: new Date(Date.now() + AUTHORITY_YEARS * 365 * DAY),
    extensions: [
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  })
  keep(key, made.private)
  keep(cert, made.cert)
  return { cert: made.cert, key: made.private }
}

/**
 * What the shed's server shows: made anew where this machine got another address or the old one ends soon.
 * @param {string} folder kept between starts; nobody else reads it
 * @returns {Promise<{ cert: string, key: string, authority: string }>} PEM, the certificate with its authority's behind it
 */
export async function certificatesIn(folder) {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const authority = await authorityOf(folder)
  const [certPath, keyPath] = ['server.crt', 'server.key'].map((name) => join(folder, name))
  const { dns, ip } = namesHere()
  const fits = (pem) => {
    const shown = new X509Certificate(pem)
    return (
      Date.parse(shown.validTo) - Date.now() > ENDS_SOON &&
      shown.verify(new X509Certificate(authority.cert).publicKey) &&
      ip.every((one) => shown.checkIP(one) !== undefined) &&
      dns.every((one) => shown.checkHost(one) !== undefined)
    )
  }
  if (!existsSync(certPath) || !existsSync(keyPath) || !fits(readFileSync(certPath, 'utf8'))) {
    const { generate } = await import('selfsigned')
    const made = await generate([{ name: 'commonName', value: 'Hephaestal' }], {
      keyType: 'ec',
      curve: 'P-256',
      algorithm: 'sha256',
      notBeforeDate: new Date(Date.now() - BEFORE),
      notAfterDate: new Date(Date.now() + DAYS * DAY),
      ca: authority,
      extensions: [
        { name: 'basicConstraints', cA: false, critical: true },
        { name: 'keyUsage', digitalSignature: true, critical: true },
        { name: 'extKeyUsage', serverAuth: true },
        {
          name: 'subjectAltName',
          altNames: [
            ...dns.map((value) => ({ type: 2, value })),
            ...ip.map((address) => ({ type: 7, ip: address })),
          ],
        },
      ],
    })
    keep(keyPath, made.private)
    keep(certPath, made.cert)
  }
  const cert = readFileSync(certPath, 'utf8')
  return {
    cert: `${cert.trim()}\n${authority.cert}`,
    key: readFileSync(keyPath, 'utf8'),
    authority: authority.cert,
  }
}
