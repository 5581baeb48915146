import { nth } from '#core/lists'

const TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n
  for (let bit = 0; bit < 8; bit++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
  return c >>> 0
})

/**
 * CRC-32 of a text, over its UTF-16 units, low byte first.
 * @source ISO-HDLC polynomial 0xEDB88320 (IEEE 802.3; from memory)
 */
export function checksum(text: string): number {
  let crc = 0xffffffff
  for (let at = 0; at < text.length; at++) {
    const unit = text.charCodeAt(at)
    crc = nth(TABLE, (crc ^ (unit & 0xff)) & 0xff) ^ (crc >>> 8)
    crc = nth(TABLE, (crc ^ (unit >>> 8)) & 0xff) ^ (crc >>> 8)
  }
  return (crc ^ 0xffffffff) >>> 0
}

/**
 * The same value with the fields of every object in alphabetical order.
 * @example Object.keys(inOrder({ b: 1, a: 2 })) // ['a', 'b']
 */
export function inOrder<T>(value: T): T {
  return ordered(value) as T
}

function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, ordered(inner)]),
  )
}

/**
 * Checksum of what a record says, in whatever order its fields stand.
 * @returns CRC-32 of it as compact JSON, fields in alphabetical order
 * @example recordSum({ a: 1, b: 2 }) === recordSum({ b: 2, a: 1 }) // true
 */
export const recordSum = (record: unknown): number => checksum(JSON.stringify(inOrder(record)))
