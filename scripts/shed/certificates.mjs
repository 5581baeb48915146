/* The shed's own certificate authority: made at the first start, kept, and what this machine's certificates rest on. */
import { webcrypto, X509Certificate } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces } from 'node:os'
import { BlockList } from 'node:net'
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

const CURVE = { name: 'ECDSA', namedCurve: 'P-256' }
const SIGNED = { name: 'ECDSA', hash: 'SHA-256' }
const newKeys = () => webcrypto.subtle.generateKey(CURVE, true, ['sign', 'verify'])
const dates = (days) => ({
  notBefore: new Date(Date.now() - BEFORE),
  notAfter: new Date(Date.now() + days * DAY),
})
async function x509() {
  const library = await import('@peculiar/x509')
  library.cryptoProvider.set(webcrypto)
  return library
}
/** A private key as PEM (PKCS #8), and back. */
async function keyPem(key) {
  const { PemConverter } = await x509()
  return PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY')
}
async function keyOf(pem) {
  const { PemConverter } = await x509()
  return webcrypto.subtle.importKey('pkcs8', PemConverter.decode(pem)[0], CURVE, false, ['sign'])
}

/** Networks that are nobody's on the internet (RFC 1918, RFC 3927) and this machine itself. */
const PRIVATE_NETS = ['127.0.0.0/8', '10.0.0.0/8', '172.16.0.0/12', '192.168.0.0/16', '169.254.0.0/16']
const NAME_CONSTRAINTS = '2.5.29.30'
const privateNets = new BlockList()
for (const net of PRIVATE_NETS) {
  const [address, bits] = net.split('/')
  privateNets.addSubnet(address, Number(bits))
}
/** What the authority vouches for: names and addresses of this machine, and private networks. */
function vouchedHere() {
  const { dns, ip } = namesHere()
  return { dns, nets: ip.filter((one) => !privateNets.check(one)).map((one) => `${one}/32`) }
}
/** It can vouch for no other site: whoever has its key can pretend to be none. */
async function nameConstraints({ dns, nets }) {
  const { AsnConvert } = await import('@peculiar/asn1-schema')
  const { GeneralName, GeneralSubtree, GeneralSubtrees, NameConstraints } =
    await import('@peculiar/asn1-x509')
  const bases = [
    ...dns.map((dNSName) => ({ dNSName })),
    ...[...PRIVATE_NETS, ...nets].map((iPAddress) => ({ iPAddress })),
  ]
  const permitted = bases.map((base) => new GeneralSubtree({ base: new GeneralName(base) }))
  return AsnConvert.serialize(new NameConstraints({ permittedSubtrees: new GeneralSubtrees(permitted) }))
}

/** The authority of a folder: its certificate and key, as kept there or made now. */
async function authorityOf(folder) {
  const [cert, key, names] = ['authority.crt', 'authority.key', 'authority.names'].map((name) =>
    join(folder, name),
  )
  const own = vouchedHere()
  const all = [...own.dns, ...own.nets]
  // One without names is of an earlier version and vouches for any site: it is not used any more.
  if ([cert, key, names].every(existsSync)) {
    const kept = { cert: readFileSync(cert, 'utf8'), key: readFileSync(key, 'utf8') }
    const vouched = readFileSync(names, 'utf8').split('\n')
    const lasts = Date.parse(new X509Certificate(kept.cert).validTo) - Date.now() > ENDS_SOON
    if (lasts && all.every((one) => vouched.includes(one))) return kept
  }
  const {
    BasicConstraintsExtension,
    Extension,
    KeyUsageFlags,
    KeyUsagesExtension,
    X509CertificateGenerator,
  } = await x509()
  const keys = await newKeys()
  const made = await X509CertificateGenerator.createSelfSigned({
    name: `CN=Hephaestal shed on ${hostname()}`,
    keys,
    signingAlgorithm: SIGNED,
    ...dates(AUTHORITY_YEARS * 365),
    extensions: [
      new BasicConstraintsExtension(true, 0, true),
      new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
      new Extension(NAME_CONSTRAINTS, true, await nameConstraints(own)),
    ],
  })
  const kept = { cert: made.toString('pem'), key: await keyPem(keys.privateKey) }
  keep(key, kept.key)
  keep(cert, kept.cert)
  keep(names, all.join('\n'))
  return kept
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
    const {
      BasicConstraintsExtension,
      ExtendedKeyUsage,
      ExtendedKeyUsageExtension,
      KeyUsageFlags,
      KeyUsagesExtension,
      SubjectAlternativeNameExtension,
      X509Certificate: Certificate,
      X509CertificateGenerator,
    } = await x509()
    const keys = await newKeys()
    const made = await X509CertificateGenerator.create({
      subject: 'CN=Hephaestal',
      issuer: new Certificate(authority.cert).subject,
      publicKey: keys.publicKey,
      signingKey: await keyOf(authority.key),
      signingAlgorithm: SIGNED,
      ...dates(DAYS),
      extensions: [
        new BasicConstraintsExtension(false, undefined, true),
        new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
        new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
        new SubjectAlternativeNameExtension([
          ...dns.map((value) => ({ type: 'dns', value })),
          ...ip.map((value) => ({ type: 'ip', value })),
        ]),
      ],
    })
    keep(keyPath, await keyPem(keys.privateKey))
    keep(certPath, made.toString('pem'))
  }
  const cert = readFileSync(certPath, 'utf8')
  return {
    cert: `${cert.trim()}\n${authority.cert}`,
    key: readFileSync(keyPath, 'utf8'),
    authority: authority.cert,
  }
}
