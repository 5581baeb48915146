import type { MeshRead } from './mesh-read'
import { TriangleList } from './triangle-list'

/** A mesh from an OBJ file: its points and faces; faces of more corners are cut into triangles from the first. */
export function readObj(bytes: Uint8Array, told: (done: number) => void): MeshRead {
  if (bytes.subarray(0, 4096).includes(0)) return { ok: false, fault: 'not-a-mesh' }
  const points: number[] = []
  const list = new TriangleList()
  const words = new TextDecoder()
  const CHUNK = 2 ** 22
  let left = ''
  let faces = 0
  for (let from = 0; from < bytes.length; from += CHUNK) {
    told(from / bytes.length)
    const part = left + words.decode(bytes.subarray(from, from + CHUNK), { stream: true })
    const last = from + CHUNK >= bytes.length
    const whole = last ? part.length : part.lastIndexOf('\n') + 1
    left = part.slice(whole)
    for (const line of part
      .slice(0, whole)
      .replaceAll(/\\\r?\n/g, ' ')
      .split('\n')) {
      const [word, ...cells] = line.trim().split(/\s+/)
      if (word === 'v') {
        if (cells.length < 3) return { ok: false, fault: 'cut-off' }
        for (let axis = 0; axis < 3; axis++) points.push(Number(cells[axis]))
      } else if (word === 'f') {
        faces++
        if (!pushFace(cells, points, list)) return { ok: false, fault: 'bad-index' }
      }
    }
  }
  if (points.length === 0 && faces === 0) return { ok: false, fault: 'not-a-mesh' }
  return { ok: true, mesh: { format: 'OBJ', unit: null, triangles: list.done() } }
}

/** One face; false where it names a point that is not there. */
function pushFace(cells: readonly string[], points: readonly number[], list: TriangleList): boolean {
  const count = points.length / 3
  const corners = cells.map((cell) => {
    const index = Number.parseInt(cell, 10)
    return index < 0 ? count + index : index - 1
  })
  if (corners.length < 3 || corners.some((corner) => !(corner >= 0 && corner < count))) return false
  for (let corner = 1; corner + 1 < corners.length; corner++)
    for (const point of [corners[0]!, corners[corner]!, corners[corner + 1]!])
      for (let axis = 0; axis < 3; axis++) list.push(points[3 * point + axis]!)
  return true
}
