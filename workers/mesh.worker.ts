import { expose, transfer } from 'comlink'
import { coarsen, measureMesh, type MeshMeasure, wallThickness, type WallThickness } from '#core/mesh'
import { readMesh, type MeshFault, type MeshUnit } from '#formats/mesh-file'

/** A mesh file, read and measured in its own unit. */
export interface MeasuredMesh {
  format: 'STL' | 'OBJ' | '3MF'
  unit: MeshUnit | null
  measure: MeshMeasure
  walls: WallThickness | null
  /** to be drawn: the triangles, coarser where they are many */
  drawn: Float32Array
}

export type MeshAnswer = { ok: true; mesh: MeasuredMesh } | { ok: false; fault: MeshFault }

/** More than this are drawn, and felt for their thickness, coarser. */
const FINE_MOST = 120_000
const COARSE_CELLS = 200
const SEED = 20260301

/** Numbers from 0 up to 1 that are the same for every reading of a file. */
function seeded(): () => number {
  let state = SEED
  return () => {
    state = (Math.imul(state, 48271) >>> 0) % 2147483647
    return state / 2147483647
  }
}

/** Reads and measures mesh files. To stop it, end the worker. */
const meshes = {
  measure(bytes: Uint8Array, told: (done: number) => void): MeshAnswer {
    const read = readMesh(bytes, (done) => told(0.2 * done))
    if (!read.ok) return read
    const { triangles, format, unit } = read.mesh
    const { topology: fine, ...measure } = measureMesh(triangles, (done) => told(0.2 + 0.5 * done))
    const many = measure.triangles > FINE_MOST
    const drawn = many ? coarsen(triangles, COARSE_CELLS) : triangles
    const { topology, insideOut } = many
      ? measureMesh(drawn)
      : { topology: fine, insideOut: measure.insideOut }
    told(0.8)
    const walls = wallThickness(drawn, topology, insideOut, seeded())
    return transfer({ ok: true, mesh: { format, unit, measure, walls, drawn } }, [
      drawn.buffer as ArrayBuffer,
    ])
  },
}

export type MeshEngine = typeof meshes

expose(meshes)
