import { renamePhotos, type Workspace } from '#core/workspace'
import { contentId } from './content-id'
import { findPhoto, putPhoto } from './photos'

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
