import { FARTHEST } from '#core/mesh'
import { read3mf } from './mesh-3mf'
import { readObj } from './mesh-obj'
import type { MeshRead } from './mesh-read'
import { readStl } from './mesh-stl'

export type { MeshFault, MeshFile, MeshRead, MeshUnit } from './mesh-read'

/** Largest file read, bytes. */
export const MESH_FILE_MOST = 400 * 2 ** 20

/**
 * A mesh from a file, told by its content and not by its name: STL (text or binary), OBJ, or 3MF.
 * @param told the share done, 0–1
 */
export function readMesh(bytes: Uint8Array, told: (done: number) => void = () => {}): MeshRead {
  if (bytes.length === 0) return { ok: false, fault: 'empty' }
  if (bytes.length > MESH_FILE_MOST) return { ok: false, fault: 'too-large' }
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) return checked(read3mf(bytes, told))
  const stl = readStl(bytes, told)
  return checked(stl.ok || stl.fault !== 'not-a-mesh' ? stl : readObj(bytes, told))
}

function checked(read: MeshRead): MeshRead {
  if (!read.ok) return read
  const { triangles } = read.mesh
  if (triangles.length === 0) return { ok: false, fault: 'no-triangles' }
  for (let at = 0; at < triangles.length; at++) {
    if (!Number.isFinite(triangles[at]!)) return { ok: false, fault: 'not-numbers' }
    if (Math.abs(triangles[at]!) > FARTHEST) return { ok: false, fault: 'too-far' }
  }
  return read
}
