import { nth } from '#core/lists'
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'

/** An id made of what a picture contains: the same picture has the same one, and no other has it (RFC 9562, version 8). */
export function contentId(bytes: Uint8Array): string {
  const hex = bytesToHex(sha256(bytes)).slice(0, 32).split('')
  hex[12] = '8'
  hex[16] = nth('89ab', parseInt(nth(hex, 16), 16) & 3)
  const text = hex.join('')
  return [text.slice(0, 8), text.slice(8, 12), text.slice(12, 16), text.slice(16, 20), text.slice(20)].join(
    '-',
  )
}
