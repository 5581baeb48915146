import { readFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { unzipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { REVISION } from '#core/workspace'
import { readWorkspace, sealWorkspace, writeWorkspace } from '#formats/workspace-json'
import { readYardZip, writeYardZip } from '#formats/workspace-zip'
import { seeded } from '../../support/random-problem'
import { many } from '../../support/reliability'

const read = readWorkspace(readFileSync('data/demo-yard.json', 'utf8'))
if (!read.ok) throw new Error('demo yard')
const { workspace } = read
const text = sealWorkspace(workspace)
const photoId = '0e0c5a2e-7a5f-4f8e-9a55-3a3f2d1c0b9a'
const photo = Uint8Array.from({ length: 3000 }, (_, at) => (at * 7919) % 256)
const zip = writeYardZip(workspace, { [photoId]: photo })
/** `npm run reliability` goes all the way. */
const FLIPS = many(5000, 16)
const BROKEN = many(100_000, 3_000)

const flipped = (bytes: Uint8Array, random: () => number) => {
  const copy = bytes.slice()
  copy[Math.floor(random() * copy.length)]! ^= 1 << Math.floor(random() * 8)
  return copy
}

describe('a backup vouches for itself', () => {
  it('its last line is the SHA-256 of all before it (Node’s own), and it reads back the same', () => {
    const at = text.lastIndexOf(',\n "sha256"')
    const told = /"sha256": "(.*)"/.exec(text)![1]
    expect(told).toBe(createHash('sha256').update(text.slice(0, at)).digest('hex'))
    const back = readWorkspace(text)
    expect(back.ok && back.sealed).toBe(true)
    expect(back.ok && sealWorkspace(back.workspace)).toBe(text)
    expect(back.ok && writeWorkspace(back.workspace)).toBe(writeWorkspace(workspace))
  })

  it(`of ${FLIPS} flipped bits in plain JSON none is taken as good`, () => {
    const random = seeded(5)
    const bytes = new TextEncoder().encode(text)
    const kinds = new Set<string>()
    let wholeRecords = 0
    for (let turn = 0; turn < FLIPS; turn++) {
      const result = readWorkspace(new TextDecoder().decode(flipped(bytes, random)))
      expect(result.ok).toBe(false)
      if (result.ok) continue
      kinds.add(result.fault.kind)
      if (result.fault.kind === 'damaged') wholeRecords += result.fault.salvage.counts.whole
    }
    expect(kinds.has('damaged')).toBe(true)
    // Nearly all records are found whole each time.
    const records = workspace.lots.length + workspace.heats.length + workspace.gear.length
    expect(wholeRecords / FLIPS).toBeGreaterThan(0.9 * records)
  })

  it(`nor of ${FLIPS} in a package with pictures`, () => {
    const random = seeded(6)
    for (let turn = 0; turn < FLIPS; turn++)
      expect(readYardZip(flipped(zip, random)).ok, `${turn}`).toBe(false)
    expect(readYardZip(zip).ok).toBe(true)
    expect(Object.keys(unzipSync(zip)), 'any unzipper still opens it').toContain('yard.json')
  })

  it('of a changed file the records that were not touched are offered, and the others apart', () => {
    const value = JSON.parse(text) as { lots: { massG: number }[] }
    value.lots[0]!.massG += 1
    const result = readWorkspace(`${JSON.stringify(value, null, 1)}\n`)
    if (result.ok || result.fault.kind !== 'damaged') throw new Error('taken')
    const { counts, whole, readable } = result.fault.salvage
    expect(counts.doubtful).toBe(1)
    expect(counts.lost).toBe(0)
    expect(readable.lots).toHaveLength(workspace.lots.length)
    expect(whole.lots).toHaveLength(workspace.lots.length - 1)
    expect(whole.heats).toEqual(readable.heats)
  })

  it('of a file that is cut off or has lost a letter, what stands on whole lines is offered', () => {
    const cut = readWorkspace(text.slice(0, Math.floor(text.length * 0.6)))
    if (cut.ok || cut.fault.kind !== 'damaged') throw new Error('taken')
    expect(cut.fault.salvage.counts.doubtful).toBeGreaterThan(5)
    const at = text.indexOf('"massG"', text.indexOf('"lots"'))
    const torn = readWorkspace(text.slice(0, at) + text.slice(at + 1))
    if (torn.ok || torn.fault.kind !== 'damaged') throw new Error('taken')
    expect(torn.fault.salvage.counts).toMatchObject({ doubtful: 0, lost: 1 })
  })

  it('a package whose table was flipped still has its yard, vouched for; one with a broken picture leaves that out', () => {
    const name = new TextEncoder().encode('stock.csv')
    const at = zip.findIndex((_, index) => name.every((byte, inner) => zip[index + inner] === byte))
    const table = zip.slice()
    table[at + 60]! ^= 4
    const first = readYardZip(table)
    expect(first.ok ? null : first.fault).toMatchObject({ kind: 'package-damaged', vouched: true, lost: 0 })
    const picture = zip.slice()
    const where = zip.findIndex((_, index) =>
      photo.slice(0, 50).every((byte, inner) => zip[index + inner] === byte),
    )
    picture[where + 10]! ^= 1
    const second = readYardZip(picture)
    expect(second.ok ? null : second.fault).toMatchObject({ kind: 'package-damaged', vouched: true, lost: 1 })
    expect(second.photos).toEqual({})
  })

  it(`a newer file 5 000 deep, and one of ${BROKEN} broken lots, are refused with a word`, () => {
    const deep = `{"format":"hephaestal/workspace","version":9,"lots":${'['.repeat(5000)}${']'.repeat(5000)}}`
    const first = readWorkspace(deep)
    expect(first.ok ? '' : first.fault.kind).toBe('too-deep')
    const lots = Array.from({ length: BROKEN }, () => '{"id":1}').join()
    for (const version of [1, 9]) {
      const broken = readWorkspace(
        `{"format":"hephaestal/workspace","version":${version},"revision":${REVISION},"settings":[],"lots":[${lots}],"alloys":[],"heats":[],"gear":[],"practices":[]}`,
      )
      if (broken.ok) throw new Error('taken')
      expect(broken.fault).toMatchObject(
        version === 1 ? { kind: 'invalid' } : { kind: 'newer', known: { leftOut: BROKEN } },
      )
      if (broken.fault.kind === 'invalid') {
        expect([broken.fault.more, BROKEN > 50]).toEqual([true, true])
        expect(broken.fault.issues).toHaveLength(50)
      }
    }
  })
})
