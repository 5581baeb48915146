export type MeshUnit = 'micron' | 'mm' | 'cm' | 'm' | 'in' | 'ft'

export interface MeshFile {
  format: 'STL' | 'OBJ' | '3MF'
  /** nine coordinates a triangle, in the file's unit */
  triangles: Float32Array
  /** null where the format names none */
  unit: MeshUnit | null
}

/** Why a file gave no mesh. */
export type MeshFault =
  | 'empty'
  | 'not-a-mesh'
  | 'cut-off'
  | 'no-triangles'
  | 'not-numbers'
  /** a coordinate no casting has */
  | 'too-far'
  | 'bad-index'
  | 'bad-zip'
  | 'too-large'

export type MeshRead = { ok: true; mesh: MeshFile } | { ok: false; fault: MeshFault }
