import { unzipSync } from 'fflate'
import { SaxesParser, type SaxesAttributeNS } from 'saxes'
import type { MeshRead, MeshUnit } from './mesh-read'
import { TriangleList } from './triangle-list'

const UNITS: Record<string, MeshUnit> = {
  micron: 'micron',
  millimeter: 'mm',
  centimeter: 'cm',
  meter: 'm',
  inch: 'in',
  foot: 'ft',
}
/** Largest model that is unpacked, bytes. */
const MODEL_MOST = 600 * 2 ** 20
/** Coordinates that all parts together may have: a small file can repeat one part without end. */
const COORDINATES_MOST = 9 * 2e7
/** Parts of parts of parts: deeper than this is a ring. */
const DEEPEST = 16
/** Tags within tags: the format needs eight, what others add to it a few more. */
const DEEPEST_TAG = 32
/** Tags of one file; a model of as many triangles as are read has about a tenth more. */
const TAGS_MOST = 4e7

/** Rows of a 3MF transform: x', y', z' by columns, the shift last. */
type Transform = readonly number[]
const AS_IT_IS: Transform = [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0]

interface Part {
  id: string
  path: string
  transform: Transform
}

interface Model {
  unit: MeshUnit
  meshes: Map<string, Float32Array>
  parts: Map<string, Part[]>
  build: Part[]
}

type Fault = Extract<MeshRead, { ok: false }>['fault']
class Broken extends Error {
  constructor(readonly fault: Fault) {
    super(fault)
  }
}

/** A mesh from a 3MF file: every item of its build, each part moved to its place. */
export function read3mf(bytes: Uint8Array, told: (done: number) => void): MeshRead {
  try {
    const files = unpack(bytes)
    told(0.2)
    const models = new Map<string, Model>()
    for (const [path, content] of Object.entries(files))
      models.set(`/${path}`, parseModel(content, `/${path}`))
    told(0.8)
    const main = models.get(mainPath(models))
    if (!main) return { ok: false, fault: 'not-a-mesh' }
    const list = new TriangleList()
    const items = main.build.length > 0 ? main.build : everything(main, mainPath(models))
    const known = new Map<string, number>()
    const total = items.reduce((sum, item) => sum + sizeOf(models, item, 1, known), 0)
    if (total > COORDINATES_MOST) return { ok: false, fault: 'too-large' }
    for (const item of items) place(models, item, [item.transform], list)
    return { ok: true, mesh: { format: '3MF', unit: main.unit, triangles: list.done() } }
  } catch (error) {
    return { ok: false, fault: error instanceof Broken ? error.fault : 'bad-zip' }
  }
}

function unpack(bytes: Uint8Array): Record<string, Uint8Array> {
  let total = 0
  return unzipSync(bytes, {
    filter: ({ name, originalSize }) => {
      if (!/\.model$/i.test(name)) return false
      total += originalSize
      if (total > MODEL_MOST) throw new Broken('too-large')
      return true
    },
  })
}

function mainPath(models: Map<string, Model>): string {
  const paths = [...models.keys()]
  return paths.find((path) => models.get(path)!.build.length > 0) ?? paths[0] ?? ''
}

const everything = (model: Model, path: string): Part[] =>
  [...model.meshes.keys()].map((id) => ({ id, path, transform: AS_IT_IS }))

function parseModel(content: Uint8Array, path: string): Model {
  const model: Model = { unit: 'mm', meshes: new Map(), parts: new Map(), build: [] }
  let id = ''
  let points: number[] = []
  let list = new TriangleList()
  let depth = 0
  let tags = 0
  const parser = new SaxesParser({ xmlns: true })
  parser.on('error', () => {
    throw new Broken('cut-off')
  })
  parser.on('opentagstart', () => {
    // The reader looks a name up in all tags around it: nested without end, a few bytes would take minutes.
    if (++depth > DEEPEST_TAG) throw new Broken('not-a-mesh')
    if (++tags > TAGS_MOST) throw new Broken('too-large')
  })
  parser.on('opentag', ({ local, attributes }) => {
    const read = (name: string) => {
      const found = Object.values(attributes as Record<string, SaxesAttributeNS>).find(
        (one) => one.local === name,
      )
      return found?.value
    }
    const number = (name: string) => Number(read(name) ?? NaN)
    if (local === 'model') model.unit = UNITS[read('unit') ?? 'millimeter'] ?? 'mm'
    else if (local === 'object') {
      id = read('id') ?? ''
      points = []
      list = new TriangleList()
    } else if (local === 'vertex') points.push(number('x'), number('y'), number('z'))
    else if (local === 'triangle')
      for (const corner of [number('v1'), number('v2'), number('v3')]) {
        if (!(corner >= 0 && 3 * corner < points.length)) throw new Broken('bad-index')
        for (let axis = 0; axis < 3; axis++) list.push(points[3 * corner + axis]!)
      }
    else if (local === 'component' || local === 'item') {
      const part: Part = {
        id: read('objectid') ?? '',
        path: read('path') ?? path,
        transform: readTransform(read('transform')),
      }
      if (local === 'item') model.build.push(part)
      else {
        const inner = model.parts.get(id)
        if (inner) inner.push(part)
        else model.parts.set(id, [part])
      }
    }
  })
  parser.on('closetag', ({ local }) => {
    depth--
    if (local === 'mesh') model.meshes.set(id, list.done())
  })
  const words = new TextDecoder()
  const CHUNK = 2 ** 20
  for (let from = 0; from < content.length; from += CHUNK)
    parser.write(
      words.decode(content.subarray(from, from + CHUNK), { stream: from + CHUNK < content.length }),
    )
  parser.close()
  return model
}

function readTransform(text: string | undefined): Transform {
  const cells = text?.trim().split(/\s+/).map(Number)
  if (!cells) return AS_IT_IS
  if (cells.length !== 12 || cells.some((cell) => !Number.isFinite(cell))) throw new Broken('not-numbers')
  return cells
}

/** Coordinates a part comes to with all it is made of; counted before anything is built, each kind of part once. */
function sizeOf(
  models: Map<string, Model>,
  { path, id }: Part,
  depth: number,
  known: Map<string, number>,
): number {
  if (depth > DEEPEST) throw new Broken('bad-index')
  const key = `${path}#${id}`
  const counted = known.get(key)
  if (counted !== undefined) return counted
  const mesh = models.get(path)?.meshes.get(id)
  const parts = models.get(path)?.parts.get(id)
  if (!mesh && !parts) throw new Broken('bad-index')
  // A part counts though it is empty: rings of empty ones are put in their places without end, too.
  let size = Math.max(1, mesh?.length ?? 0)
  for (const inner of parts ?? []) size += sizeOf(models, inner, depth + 1, known)
  known.set(key, size)
  return size
}

/** Puts a part, and the parts it is made of, into the list. */
function place(models: Map<string, Model>, part: Part, moves: Transform[], list: TriangleList): void {
  const model = models.get(part.path)
  for (const inner of model?.parts.get(part.id) ?? []) place(models, inner, [inner.transform, ...moves], list)
  const mesh = model?.meshes.get(part.id) ?? new Float32Array(0)
  for (let at = 0; at < mesh.length; at += 3) {
    let x = mesh[at]!
    let y = mesh[at + 1]!
    let z = mesh[at + 2]!
    for (const m of moves) {
      const [x0, y0, z0] = [x, y, z]
      x = x0 * m[0]! + y0 * m[3]! + z0 * m[6]! + m[9]!
      y = x0 * m[1]! + y0 * m[4]! + z0 * m[7]! + m[10]!
      z = x0 * m[2]! + y0 * m[5]! + z0 * m[8]! + m[11]!
    }
    list.push(x)
    list.push(y)
    list.push(z)
  }
}
