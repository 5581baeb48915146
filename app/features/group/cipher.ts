/* Keys of a group and of its devices, and what is done with them; all of it by the browser's own Web Crypto. */

type Bytes = Uint8Array<ArrayBuffer>
const { subtle } = globalThis.crypto
const DEVICE = { name: 'ECDSA', namedCurve: 'P-256' } as const
const GROUP = { name: 'AES-GCM', length: 256 } as const
const SEALING = { name: 'ECDH', namedCurve: 'P-256' } as const
const NONCE_BYTES = 12
const encoded = (text: string): Bytes => new TextEncoder().encode(text) as Bytes

/** Bytes as letters that can stand in an address (base64url, RFC 4648). */
export const toLetters = (bytes: Uint8Array): string =>
  btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '')

/** @returns null for what are no such letters */
export function fromLetters(letters: string): Bytes | null {
  try {
    const text = atob(letters.replaceAll('-', '+').replaceAll('_', '/'))
    return Uint8Array.from(text, (letter) => letter.charCodeAt(0))
  } catch {
    return null
  }
}

/** A name or secret nobody guesses. @param bytes how long */
export const newLetters = (bytes: number): string => toLetters(crypto.getRandomValues(new Uint8Array(bytes)))

/** A new key of a group, raw: who has it reads the yard. */
export const newGroupKey = (): Bytes => crypto.getRandomValues(new Uint8Array(GROUP.length / 8))

export const hashOf = async (letters: string): Promise<string> =>
  toLetters(new Uint8Array(await subtle.digest('SHA-256', new TextEncoder().encode(letters))))

/** A device's own pair of keys; the private one cannot be read out of the browser. */
export async function newDeviceKeys(): Promise<{ signing: CryptoKey; publicKey: string }> {
  const { privateKey, publicKey } = await subtle.generateKey(DEVICE, false, ['sign', 'verify'])
  return {
    signing: privateKey,
    publicKey: toLetters(new Uint8Array(await subtle.exportKey('raw', publicKey))),
  }
}

export async function signed(signing: CryptoKey, text: string): Promise<string> {
  const how = { name: 'ECDSA', hash: 'SHA-256' }
  return toLetters(new Uint8Array(await subtle.sign(how, signing, new TextEncoder().encode(text))))
}

/** A device's pair of keys by which others seal something for it alone; the private one cannot be read out. */
export async function newSealingKeys(): Promise<SealingKeys> {
  const { privateKey, publicKey } = await subtle.generateKey(SEALING, false, ['deriveBits'])
  return { privateKey, publicKey: toLetters(new Uint8Array(await subtle.exportKey('raw', publicKey))) }
}
export interface SealingKeys {
  privateKey: CryptoKey
  publicKey: string
}

/** The key that two pairs of keys have in common, for one use. */
async function sharedKey(own: CryptoKey, other: string, use: 'encrypt' | 'decrypt'): Promise<CryptoKey> {
  const raw = fromLetters(other)
  if (!raw) throw new Error('no public key')
  const theirs = await subtle.importKey('raw', raw, SEALING, false, [])
  const bits = await subtle.deriveBits({ name: 'ECDH', public: theirs }, own, 256)
  const base = await subtle.importKey('raw', bits, 'HKDF', false, ['deriveKey'])
  const how = {
    name: 'HKDF',
    hash: 'SHA-256',
    salt: new Uint8Array(),
    info: encoded('hephaestal sealed key'),
  }
  return subtle.deriveKey(how, base, GROUP, false, [use])
}

/** What the signature of a sealed key covers: it is good for one group, one sender and one receiver. */
const sealedText = (group: string, from: string, to: string, body: string) =>
  ['hephaestal-seal', group, from, to, body].join('|')

/** Who seals a key for whom. */
export interface SealParts {
  group: string
  from: string
  to: string
}

/**
 * Seals bytes for one device: ECDH with a key pair made for this, HKDF, AES-GCM; signed by the sender.
 * @param toPublic the receiver's sealing key
 */
export async function sealFor(
  { group, from, to }: SealParts,
  toPublic: string,
  signing: CryptoKey,
  plain: Uint8Array,
): Promise<string> {
  const once = await subtle.generateKey(SEALING, false, ['deriveBits'])
  const key = await sharedKey(once.privateKey, toPublic, 'encrypt')
  const iv = crypto.getRandomValues(new Uint8Array(NONCE_BYTES))
  const locked = new Uint8Array(await subtle.encrypt({ name: 'AES-GCM', iv }, key, plain as Bytes))
  const eph = toLetters(new Uint8Array(await subtle.exportKey('raw', once.publicKey)))
  const body = [eph, toLetters(iv), toLetters(locked)].join('.')
  return `${body}.${await signed(signing, sealedText(group, from, to, body))}`
}

/**
 * Opens what was sealed for this device.
 * @param fromPublic the sender's signing key, as the group knows it
 * @returns null for what was sealed for another, changed on the way, or signed by somebody else
 */
export async function openSealed(
  { group, from, to }: SealParts,
  fromPublic: string,
  sealing: CryptoKey,
  sealed: string,
): Promise<Bytes | null> {
  const [eph = '', iv = '', locked = '', signature = ''] = sealed.split('.')
  const [key, nonce, content, sign] = [fromPublic, iv, locked, signature].map(fromLetters)
  if (!key || !nonce || !content || !sign) return null
  try {
    const known = await subtle.importKey('raw', key, DEVICE, false, ['verify'])
    const text = encoded(sealedText(group, from, to, [eph, iv, locked].join('.')))
    if (!(await subtle.verify({ name: 'ECDSA', hash: 'SHA-256' }, known, sign, text))) return null
    const shared = await sharedKey(sealing, eph, 'decrypt')
    return new Uint8Array(await subtle.decrypt({ name: 'AES-GCM', iv: nonce }, shared, content))
  } catch {
    return null
  }
}

/**
 * Encrypts and decrypts what the devices of a group send each other.
 * @param raw the group's keys, the newest first: it encrypts; all of them decrypt
 */
export async function openCipher(raw: readonly Bytes[], group: string) {
  const imported = (one: Bytes) => subtle.importKey('raw', one, GROUP, false, ['encrypt', 'decrypt'])
  const keys = await Promise.all(raw.map(imported))
  /** What is encrypted for one group and one kind is nothing for another. */
  const about = (kind: string) => encoded(`${group}|${kind}`)
  return {
    /** A newer key: it encrypts from now on. */
    async renew(key: Bytes): Promise<void> {
      keys.unshift(await imported(key))
    },
    async lock(kind: string, plain: Uint8Array): Promise<Bytes> {
      const iv = crypto.getRandomValues(new Uint8Array(NONCE_BYTES))
      const how = { name: 'AES-GCM', iv, additionalData: about(kind) }
      const locked = new Uint8Array(await subtle.encrypt(how, keys[0]!, plain as Bytes))
      const whole = new Uint8Array(NONCE_BYTES + locked.length)
      whole.set(iv)
      whole.set(locked, NONCE_BYTES)
      return whole
    },
    /** @returns null for what was not encrypted by a key of this group, or was changed on the way */
    async unlock(kind: string, locked: Uint8Array): Promise<Bytes | null> {
      const iv = locked.slice(0, NONCE_BYTES) as Bytes
      const how = { name: 'AES-GCM', iv, additionalData: about(kind) }
      for (const key of keys)
        try {
          return new Uint8Array(await subtle.decrypt(how, key, locked.slice(NONCE_BYTES) as Bytes))
        } catch {
          // Another key may fit.
        }
      return null
    },
  }
}
export type Cipher = Awaited<ReturnType<typeof openCipher>>
