import fc from 'fast-check'
import { strToU8, zipSync } from 'fflate'
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js'
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js'
import type { Mesh } from 'three'
import { describe, expect, it } from 'vitest'
import { measureMesh, wallThickness } from '#core/mesh'
import { readMesh } from '#formats/mesh-file'
import { seeded } from '../../support/random-problem'
import { binaryStl, bracket, lump, obj, textStl, threeMf, together, moved } from '../../support/meshes'

const thing = bracket()
const { volume } = measureMesh(thing)
const read = (bytes: Uint8Array) => {
  const result = readMesh(bytes)
  if (!result.ok) throw new Error(result.fault)
  return result.mesh
}
const fault = (bytes: Uint8Array) => {
  const result = readMesh(bytes)
  return result.ok ? 'read' : result.fault
}

describe('mesh files', () => {
  it.each([
    ['STL', binaryStl],
    ['STL', textStl],
    ['OBJ', obj],
    ['3MF', threeMf],
  ] as const)('%s gives the triangles that were written', (format, write) => {
    const mesh = read(write(thing))
    expect(mesh.format).toBe(format)
    expect(mesh.triangles).toEqual(thing)
  })
  it('STL and OBJ read as the loaders of three.js read them', () => {
    const stl = new STLLoader().parse(binaryStl(thing).buffer as ArrayBuffer)
    expect(read(binaryStl(thing)).triangles).toEqual(stl.getAttribute('position').array)
    const text = new TextDecoder().decode(obj(thing))
    const group = new OBJLoader().parse(text)
    const position = (group.children[0] as Mesh).geometry.getAttribute('position')
    expect(read(obj(thing)).triangles).toEqual(Float32Array.from(position.array))
  })
  it('a binary STL whose heading begins with “solid” is read as what it is', () => {
    const bytes = binaryStl(thing)
    bytes.set(strToU8('solid by a careless program'))
    expect(read(bytes).triangles).toEqual(thing)
  })
  it('OBJ faces of four corners, counted from the end', () => {
    const text = 'v 0 0 0\nv 2 0 0\nv 2 3 0\nv 0 3 0\nf -4 -3 -2 -1\n'
    expect(measureMesh(read(strToU8(text)).triangles).area).toBeCloseTo(6)
  })
  it('3MF: unit, parts moved and turned, items built twice', () => {
    const build = '<item objectid="2"/><item objectid="1" transform="0 1 0 -1 0 0 0 0 1 300 0 0"/>'
    const more =
      '<object id="2"><components><component objectid="1"/><component objectid="1" transform="2 0 0 0 2 0 0 0 2 100 0 0"/></components></object>'
    const mesh = read(threeMf(thing, { unit: 'inch', build, more }))
    expect(mesh.unit).toBe('in')
    // Once as it is, once twice as long (eight times the volume), once turned.
    expect(measureMesh(mesh.triangles).volume / volume).toBeCloseTo(10, 3)
  })
  it.each([
    ['an empty file', new Uint8Array(0), 'empty'],
    ['words', strToU8('Dear sir, the casting was fine.'), 'not-a-mesh'],
    ['a picture', Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 0), 'not-a-mesh'],
    ['a table', strToU8('name;mass\nfoo;3\n'), 'not-a-mesh'],
    ['JSON', strToU8('{"format":"something"}'), 'not-a-mesh'],
    ['an STL cut off in the middle', binaryStl(thing).slice(0, 700), 'cut-off'],
    ['a text STL cut off', textStl(thing).slice(0, 900), 'cut-off'],
    ['an STL of nothing', strToU8('solid nothing\nendsolid nothing\n'), 'no-triangles'],
    ['an OBJ with points only', strToU8('v 0 0 0\nv 1 0 0\nv 0 1 0\n'), 'no-triangles'],
    ['an OBJ face that names no point', strToU8('v 0 0 0\nv 1 0 0\nf 1 2 9\n'), 'bad-index'],
    ['an OBJ with words for numbers', strToU8('v a b c\nv 1 0 0\nv 0 1 0\nf 1 2 3\n'), 'not-numbers'],
    ['a zip cut off', threeMf(thing).slice(0, 300), 'bad-zip'],
    ['a zip of something else', zipSync({ 'letter.txt': strToU8('hello') }), 'not-a-mesh'],
    [
      'a 3MF whose XML is cut off',
      zipSync({ '3D/a.model': strToU8('<model><resources><object') }),
      'cut-off',
    ],
    [
      'a 3MF that is made of itself',
      threeMf(thing, {
        build: '<item objectid="2"/>',
        more: '<object id="2"><components><component objectid="2"/></components></object>',
      }),
      'bad-index',
    ],
    ['a 3MF that builds what is not there', threeMf(thing, { build: '<item objectid="77"/>' }), 'bad-index'],
  ])('%s is refused', (_, bytes, expected) => {
    expect(fault(bytes)).toBe(expected)
  })
  it('a coordinate that is no number in a binary file is refused', () => {
    const bytes = binaryStl(thing)
    new DataView(bytes.buffer).setFloat32(84 + 12, NaN, true)
    expect(fault(bytes)).toBe('not-numbers')
  })
  it('whatever 600 files with coordinates at random hold, a measure is finite or there is none', () => {
    const random = seeded(45)
    const counts = { measured: 0, refused: 0 }
    for (let file = 0; file < 600; file++) {
      const bytes = binaryStl(thing)
      const view = new DataView(bytes.buffer)
      for (let times = 0; times < 3; times++) {
        const triangle = Math.floor(random() * view.getUint32(80, true))
        const at = 84 + 50 * triangle + 12 + 4 * Math.floor(9 * random())
        // All 32 bits at random: tiny, huge, infinite, not a number.
        view.setUint32(at, Math.floor(random() * 2 ** 32), true)
      }
      const read = readMesh(bytes)
      if (!read.ok) {
        counts.refused++
        continue
      }
      counts.measured++
      const { topology, box, ...measure } = measureMesh(read.mesh.triangles)
      const walls = wallThickness(read.mesh.triangles, topology, measure.insideOut, random)
      const figures = Object.entries({ ...box.min, ...box.max, ...measure, ...walls })
      const wrong = figures.filter(([, one]) => typeof one === 'number' && !Number.isFinite(one))
      expect(wrong).toEqual([])
    }
    expect(Math.min(counts.measured, counts.refused)).toBeGreaterThan(30)
  })
  it('a file that repeats a part without end is refused, not unpacked', () => {
    const level = (id: number, of: number) =>
      `<object id="${id}"><components>${`<component objectid="${of}"/>`.repeat(60)}</components></object>`
    const more = [2, 3, 4, 5, 6].map((id) => level(id, id - 1)).join('')
    expect(fault(threeMf(lump(5, 3), { build: '<item objectid="6"/>', more }))).toBe('too-large')
  })
  it('so is one that repeats a part of nothing', () => {
    const level = (id: number, of: number) =>
      `<object id="${id}"><components>${`<component objectid="${of}"/>`.repeat(60)}</components></object>`
    const nothing = '<object id="2"><mesh><vertices/><triangles/></mesh></object>'
    const more = nothing + [3, 4, 5, 6, 7, 8, 9, 10].map((id) => level(id, id - 1)).join('')
    expect(fault(threeMf(lump(5, 3), { build: '<item objectid="10"/>', more }))).toBe('too-large')
  })
  it('tags within tags without end are refused at once', () => {
    const model = `<model>${'<a>'.repeat(2e5)}`
    expect(fault(zipSync({ '3D/a.model': strToU8(model) }))).toBe('not-a-mesh')
  })
  it('mutated files are read or refused, never thrown', () => {
    const files = [binaryStl(thing), textStl(thing), obj(thing), threeMf(thing)]
    fc.assert(
      fc.property(
        fc.constantFrom(...files),
        fc.array(fc.tuple(fc.nat(), fc.nat(255)), { minLength: 1, maxLength: 20 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (file, changes, kept) => {
          const bytes = file.slice(0, Math.ceil(file.length * (kept > 0.5 ? 1 : kept)))
          for (const [at, value] of changes) if (bytes.length > 0) bytes[at % bytes.length] = value
          const result = readMesh(bytes)
          if (result.ok) measureMesh(result.mesh.triangles)
          else expect(result.fault).toMatch(/^[a-z-]+$/)
        },
      ),
      { numRuns: 400, seed: 4 },
    )
  })
  it('two things in one file are two bodies', () => {
    const mine = measureMesh(read(textStl(together(thing, moved(thing, 300)))).triangles)
    expect(mine.shells).toBe(2)
    expect(mine.volume / volume).toBeCloseTo(2, 5)
  })
})
