import { workspacePhotos, type Workspace } from '#core/workspace'
import { sealYard, zipYard } from './packing-engine'

/** A yard as a file, and how many of its pictures could not be read into it. */
export interface PackedYard {
  name: string
  blob: Blob
  lost: number
}

/**
 * The yard as one file: plain where it has no pictures, else a package with them.
 * @param date of the file's name, YYYY-MM-DD
 */
export async function packYard(workspace: Workspace, date: string): Promise<PackedYard> {
  const name = `hephaestal-${date}`
  const ids = workspacePhotos(workspace)
  if (ids.length === 0) {
    const blob = new Blob([await sealYard(workspace)], { type: 'application/json' })
    return { name: `${name}.json`, blob, lost: 0 }
  }
  const photos = await photoBytes(ids)
  const bytes = await zipYard(workspace, photos)
  const lost = ids.length - Object.keys(photos).length
  return { name: `${name}.zip`, blob: new Blob([bytes], { type: 'application/zip' }), lost }
}

async function photoBytes(ids: readonly string[]): Promise<Record<string, Uint8Array>> {
  const { findPhoto } = await import('./photos')
  const photos: Record<string, Uint8Array> = {}
  for (const id of ids) {
    // The figures are worth saving where a picture cannot be read.
    const photo = await findPhoto(id).catch(() => null)
    if (photo) photos[id] = new Uint8Array(await photo.arrayBuffer())
  }
  return photos
}
