import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { renamePhotos, type Workspace } from '#core/workspace'
import { findPhoto, putPhoto } from './photos'

/** An id made of what a picture contains: the same picture has the same one, and no other has it (RFC 9562, version 8). */
export function contentId(bytes: Uint8Array): string {
  const hex = bytesToHex(sha256(bytes)).slice(0, 32).split('')
  hex[12] = '8'
  hex[16] = '89ab'[parseInt(hex[16]!, 16) & 3]!
  const text = hex.join('')
  return [text.slice(0, 8), text.slice(8, 12), text.slice(12, 16), text.slice(16, 20), text.slice(20)].join(
    '-',
  )
}

const sameBytes = (a: Uint8Array, b: Uint8Array) =>
  a.length === b.length && a.every((byte, at) => byte === b[at])

/**
 * Keeps the pictures that come with a yard. One whose id a different picture already has gets another, and the yard
 * that names it follows: no kept picture is ever replaced.
 * @returns the yard, naming its pictures as they are kept
 * @throws where a picture cannot be kept
 */
export async function bringPhotos(
  workspace: Workspace,
  photos: Readonly<Record<string, Uint8Array>>,
): Promise<Workspace> {
  const renamed = new Map<string, string>()
  for (const [id, bytes] of Object.entries(photos)) {
    const kept = await findPhoto(id)
    if (kept && sameBytes(new Uint8Array(await kept.arrayBuffer()), bytes)) continue
    const free = kept ? contentId(bytes) : id
    if (kept) renamed.set(id, free)
    await putPhoto(free, new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/jpeg' }))
  }
  return renamed.size > 0 ? renamePhotos(workspace, renamed) : workspace
}
