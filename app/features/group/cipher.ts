/* Keys of a group and of its devices, and what is done with them; all of it by the browser's own Web Crypto. */

type Bytes = Uint8Array<ArrayBuffer>
const { subtle } = globalThis.crypto
const DEVICE = { name: 'ECDSA', namedCurve: 'P-256' } as const
const GROUP = { name: 'AES-GCM', length: 256 } as const
const NONCE_BYTES = 12

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

/** Encrypts and decrypts what the devices of a group send each other. */
export async function openCipher(raw: Bytes, group: string) {
  const key = await subtle.importKey('raw', raw, GROUP, false, ['encrypt', 'decrypt'])
  /** What is encrypted for one group and one kind is nothing for another. */
  const about = (kind: string) => new TextEncoder().encode(`${group}|${kind}`)
  return {
    async lock(kind: string, plain: Uint8Array): Promise<Bytes> {
      const iv = crypto.getRandomValues(new Uint8Array(NONCE_BYTES))
      const how = { name: 'AES-GCM', iv, additionalData: about(kind) }
      const locked = new Uint8Array(await subtle.encrypt(how, key, plain as Bytes))
      const whole = new Uint8Array(NONCE_BYTES + locked.length)
      whole.set(iv)
      whole.set(locked, NONCE_BYTES)
      return whole
    },
    /** @returns null for what was not encrypted by this group's key, or was changed on the way */
    async unlock(kind: string, locked: Uint8Array): Promise<Bytes | null> {
      const iv = locked.slice(0, NONCE_BYTES) as Bytes
      const how = { name: 'AES-GCM', iv, additionalData: about(kind) }
      try {
        return new Uint8Array(await subtle.decrypt(how, key, locked.slice(NONCE_BYTES) as Bytes))
      } catch {
        return null
      }
    },
  }
}
export type Cipher = Awaited<ReturnType<typeof openCipher>>
