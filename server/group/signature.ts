import { webcrypto } from 'node:crypto'

/**
 * Whether a text was signed by the private key of a public one (ECDSA, P-256, SHA-256).
 * @param key raw public key, base64url
 */
export async function isSigned(key: string, signature: string, signed: string): Promise<boolean> {
  const { subtle } = webcrypto
  const algorithm = { name: 'ECDSA', namedCurve: 'P-256' }
  try {
    const known = await subtle.importKey('raw', Buffer.from(key, 'base64url'), algorithm, false, ['verify'])
    const how = { name: 'ECDSA', hash: 'SHA-256' }
    return await subtle.verify(how, known, Buffer.from(signature, 'base64url'), Buffer.from(signed))
  } catch {
    return false
  }
}
