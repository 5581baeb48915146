import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import CRC32 from 'crc-32'
import type { Sealing } from './seal'

/* A package's own hash stands in its comment, behind everything else; each of its files has a CRC besides. */

const PREFIX = 'sha256='
const COMMENT = PREFIX.length + 64
/** The record at the end of a package: so many bytes, its comment's length in the last two. */
const END = 22
const END_MARK = 0x06054b50
const ENTRY_MARK = 0x02014b50

const viewOf = (bytes: Uint8Array) => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)

/** The package with the hash of all of it behind it. */
export function sealZip(zip: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(zip.length + COMMENT)
  bytes.set(zip)
  viewOf(bytes).setUint16(zip.length - 2, COMMENT, true)
  const told = PREFIX + bytesToHex(sha256(bytes.subarray(0, zip.length)))
  bytes.set(new TextEncoder().encode(told), zip.length)
  return bytes
}

/** Whether a package is as it was sealed. One whose end is nowhere to be found counts as changed. */
export function zipSealing(bytes: Uint8Array): Sealing {
  const end = endOf(bytes)
  if (end === null) return 'changed'
  const comment = viewOf(bytes).getUint16(end + END - 2, true)
  if (comment === 0 && bytes.length === end + END) return 'unsealed'
  const told = new TextDecoder().decode(bytes.subarray(end + END))
  const whole =
    comment === COMMENT &&
    bytes.length === end + END + COMMENT &&
    told === PREFIX + bytesToHex(sha256(bytes.subarray(0, end + END)))
  return whole ? 'whole' : 'changed'
}

function endOf(bytes: Uint8Array): number | null {
  const view = viewOf(bytes)
  for (let at = bytes.length - END; at >= 0 && at >= bytes.length - END - 0xffff; at--)
    if (view.getUint32(at, true) === END_MARK) return at
  return null
}

/** The CRC-32 that a package tells of each of its files, by name; empty where its list cannot be read. */
export function statedCrcs(bytes: Uint8Array): Map<string, number> {
  const crcs = new Map<string, number>()
  const end = endOf(bytes)
  if (end === null) return crcs
  const view = viewOf(bytes)
  const words = new TextDecoder()
  let at = view.getUint32(end + 16, true)
  for (let left = view.getUint16(end + 10, true); left > 0; left--) {
    if (at + 46 > bytes.length || view.getUint32(at, true) !== ENTRY_MARK) break
    const nameLength = view.getUint16(at + 28, true)
    crcs.set(words.decode(bytes.subarray(at + 46, at + 46 + nameLength)), view.getUint32(at + 16, true))
    at += 46 + nameLength + view.getUint16(at + 30, true) + view.getUint16(at + 32, true)
  }
  return crcs
}

/** @source ISO-HDLC CRC-32, as in PKWARE's APPNOTE 4.4.7, by a library */
export const crcOf = (bytes: Uint8Array): number => CRC32.buf(bytes) >>> 0
