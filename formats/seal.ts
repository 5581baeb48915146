import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'

/* The last line of a file vouches for all above it. */

const KEY = 'sha256'
const SEAL = /,\n "sha256": "([0-9a-f]{64})"\n\}\n?$/
/** Longer than a seal is. */
const TAIL = 120

const hashOf = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)))

/**
 * A JSON object as a text that ends with its own hash.
 * @param body keys and values; none of them is called "sha256"
 * @returns JSON, indented by one, its last key the SHA-256 of all before it, as UTF-8
 * @source FIPS 180-4, by a library
 */
export function sealed(body: object): string {
  const open = JSON.stringify(body, null, 1).slice(0, -2)
  return `${open},\n "${KEY}": "${hashOf(open)}"\n}\n`
}

/** How a text stands to its seal. */
export type Sealing = 'whole' | 'changed' | 'unsealed'

/**
 * Whether a text is as it was sealed.
 * @param value what the text says, where that is known: one whose seal is no longer at its end was changed
 */
export function sealingOf(text: string, value?: unknown): Sealing {
  const [end, told] = SEAL.exec(text.slice(-TAIL)) ?? []
  if (end !== undefined) return hashOf(text.slice(0, text.length - end.length)) === told ? 'whole' : 'changed'
  return typeof value === 'object' && value !== null && KEY in value ? 'changed' : 'unsealed'
}
