import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { readWorkspace, writeWorkspace } from '#formats/workspace-json'
import { many } from '../../support/reliability'
import { isZip, readYardZip, writeYardZip } from '#formats/workspace-zip'

const text = readFileSync('data/demo-yard.json', 'utf8')
const read = readWorkspace(text)
if (!read.ok) throw new Error('demo yard')
const { workspace } = read
const id = '0e0c5a2e-7a5f-4f8e-9a55-3a3f2d1c0b9a'
const photo = Uint8Array.from({ length: 3000 }, (_, at) => (at * 7919) % 256)
const zip = writeYardZip(workspace, { [id]: photo })

describe('the yard with its pictures in one package', () => {
  it('gives back the same yard, byte for byte in its JSON, and the same pictures', () => {
    expect(isZip(zip)).toBe(true)
    const back = readYardZip(zip)
    expect(back.ok && writeWorkspace(back.workspace)).toBe(text)
    expect(back.ok && back.photos).toEqual({ [id]: photo })
  })
  it('any unzipper finds the yard, the pictures and the stock as a table', () => {
    const files = unzipSync(zip)
    expect(Object.keys(files).sort()).toEqual([`photos/${id}.jpg`, 'stock.csv', 'yard.json'])
    expect(strFromU8(files['stock.csv']!)).toContain('Plumbing offcuts')
  })
  it.each([
    ['cut off', zip.slice(0, 4000), 'bad-zip'],
    ['of something else', zipSync({ 'letter.txt': strToU8('hello') }), 'not-a-workspace'],
    ['with a broken yard', zipSync({ 'yard.json': strToU8('{') }), 'not-json'],
    [
      'from a newer program',
      zipSync({ 'yard.json': strToU8('{"format":"hephaestal/workspace","version":9}') }),
      'newer',
    ],
  ])('a package %s is refused', (_, bytes, kind) => {
    const result = readYardZip(bytes)
    expect(result.ok ? 'read' : result.fault.kind).toBe(kind)
  })
  it('names that climb out of the package are left aside', () => {
    const sly = zipSync({ ...unzipSync(zip), '../../evil.jpg': photo, 'photos/../x.jpg': photo })
    const back = readYardZip(sly)
    expect(back.ok && Object.keys(back.photos)).toEqual([id])
  })
  it('a package that lies about how large it unpacks is refused, and unpacks to no more than it said', () => {
    const bomb = zipSync({ 'yard.json': new Uint8Array(20 * 2 ** 20) }, { level: 9 })
    const entry = bomb.lastIndexOf(0x50, bomb.length - 23)
    const view = new DataView(bomb.buffer, bomb.byteOffset)
    let central = entry
    while (view.getUint32(central, true) !== 0x02014b50) central--
    view.setUint32(central + 24, 1000, true)
    const before = process.memoryUsage().arrayBuffers
    expect(readYardZip(bomb).ok).toBe(false)
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(4 * 2 ** 20)
  })
  it('mutated packages are read or refused, never thrown', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(zip.length - 1), fc.nat(255)), { minLength: 1, maxLength: 30 }),
        (changes) => {
          const bytes = zip.slice()
          for (const [at, value] of changes) bytes[at] = value
          const result = readYardZip(bytes)
          if (!result.ok) expect(result.fault.kind).toMatch(/^[a-z-]+$/)
        },
      ),
      { numRuns: many(200, 60), seed: 8 },
    )
  })
})
