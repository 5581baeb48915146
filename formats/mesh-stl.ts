import type { MeshRead } from './mesh-read'
import { TriangleList } from './triangle-list'

const HEADER = 80
const FACET = 50
/** How far a text is looked into to tell what it is. */
const PEEK = 2000

/** A mesh from an STL file, text or binary. */
export function readStl(bytes: Uint8Array, told: (done: number) => void): MeshRead {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const count = bytes.length >= HEADER + 4 ? view.getUint32(HEADER, true) : -1
  const wanted = HEADER + 4 + FACET * count
  if (count > 0 && bytes.length >= wanted && bytes.length < wanted + FACET)
    return { ok: true, mesh: { format: 'STL', unit: null, triangles: binary(view, count, told) } }
  const start = new TextDecoder('latin1').decode(bytes.subarray(0, PEEK))
  if (/^\s*solid/i.test(start) && (/facet/i.test(start) || /endsolid/i.test(start))) return text(bytes, told)
  // A binary file whose size cannot hold the triangles it promises was cut off.
  const looksBinary = count > 0 && bytes.length < wanted && bytes.subarray(0, HEADER).includes(0)
  if (looksBinary && count < 1e8) return { ok: false, fault: 'cut-off' }
  return { ok: false, fault: count === 0 && bytes.length === HEADER + 4 ? 'no-triangles' : 'not-a-mesh' }
}

function binary(view: DataView, count: number, told: (done: number) => void): Float32Array {
  const triangles = new Float32Array(9 * count)
  for (let facet = 0, at = 0; facet < count; facet++) {
    if (facet % 0x20000 === 0) told(facet / count)
    // The normal before the corners is not trusted: it follows from them.
    const from = HEADER + 4 + FACET * facet + 12
    for (let value = 0; value < 9; value++) triangles[at++] = view.getFloat32(from + 4 * value, true)
  }
  return triangles
}

/** The corners of a text STL: three numbers after every word "vertex". */
function text(bytes: Uint8Array, told: (done: number) => void): MeshRead {
  const list = new TriangleList()
  const words = new TextDecoder('latin1')
  const CHUNK = 2 ** 22
  let left = ''
  let ended = false
  for (let from = 0; from < bytes.length; from += CHUNK) {
    told(from / bytes.length)
    const part = left + words.decode(bytes.subarray(from, from + CHUNK))
    const last = from + CHUNK >= bytes.length
    const whole = last ? part.length : part.lastIndexOf('\n') + 1
    left = part.slice(whole)
    for (const [, x, y, z] of part.slice(0, whole).matchAll(/vertex\s+(\S+)\s+(\S+)\s+(\S+)/gi))
      for (const value of [x, y, z]) list.push(Number(value))
    ended = /endsolid/i.test(part.slice(-200)) || (last && ended)
  }
  if (!ended || list.length % 9 !== 0) return { ok: false, fault: 'cut-off' }
  return { ok: true, mesh: { format: 'STL', unit: null, triangles: list.done() } }
}
