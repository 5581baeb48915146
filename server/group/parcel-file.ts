import { createHash } from 'node:crypto'

/** A kept parcel with its place in the chain of its log. */
export interface Parcel {
  number: number
  content: Uint8Array
  /** link of the parcel before; zeros where there is none */
  previous: Buffer
  /** its own link, that the next parcel holds */
  link: Buffer
}

const MAGIC = Buffer.from('HPL2')
const HASH_BYTES = 32
const HEAD_BYTES = MAGIC.length + 4 + 3 * HASH_BYTES
/** The link before the first parcel. */
export const NO_LINK = Buffer.alloc(HASH_BYTES)

const hashOf = (...parts: readonly Uint8Array[]) => {
  const hash = createHash('sha256')
  for (const part of parts) hash.update(part)
  return hash.digest()
}
const numberBytes = (number: number) => {
  const bytes = Buffer.alloc(4)
  bytes.writeUInt32BE(number)
  return bytes
}

/** The link of a parcel that follows another. */
export const linkOf = (number: number, previous: Uint8Array, content: Uint8Array): Buffer =>
  hashOf(numberBytes(number), previous, content)

/** A parcel as it lies in its file: magic, number, previous link, own link, SHA-256 of all that, content. */
export function packParcel({ number, content, previous, link }: Parcel): Buffer {
  const head = Buffer.concat([MAGIC, numberBytes(number), previous, link])
  return Buffer.concat([head, hashOf(head, content), content])
}

/**
 * Reads a parcel's file.
 * @returns "damaged" for a checksum that does not match, a number that is not its name's, or no content;
 * "legacy" for a file of an earlier version, which has no checksum
 */
export function unpackParcel(file: Buffer, number: number): Parcel | 'damaged' | 'legacy' {
  if (file.length === 0) return 'damaged'
  if (!file.subarray(0, MAGIC.length).equals(MAGIC)) return 'legacy'
  if (file.length <= HEAD_BYTES) return 'damaged'
  const head = file.subarray(0, HEAD_BYTES - HASH_BYTES)
  const content = file.subarray(HEAD_BYTES)
  if (!hashOf(head, content).equals(file.subarray(HEAD_BYTES - HASH_BYTES, HEAD_BYTES))) return 'damaged'
  if (head.readUInt32BE(MAGIC.length) !== number) return 'damaged'
  const at = MAGIC.length + 4
  return {
    number,
    content,
    previous: head.subarray(at, at + HASH_BYTES),
    link: head.subarray(at + HASH_BYTES),
  }
}
