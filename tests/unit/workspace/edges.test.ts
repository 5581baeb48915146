import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { compareWorkspaces, drawIn, type Fits } from '#core/merge'
import {
  photosOf,
  plainRecord,
  recordSchemas,
  withoutMarks,
  workspacePhotos,
  workspaceSchema,
} from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const [lot, other] = [yard.lots[0]!, yard.lots[1]!]
const fits: Fits = (collection, record) => recordSchemas[collection].safeParse(record).success

describe('pictures', () => {
  const id = '00000000-0000-4000-8000-000000000001'
  it('of every kind of record: heats have them in many places, gear has none', () => {
    for (const piece of yard.gear) expect(photosOf(piece)).toEqual([])
    expect(photosOf({ ...lot, photos: [id] })).toEqual([id])
    expect(photosOf(yard.settings[0]!)).toEqual([])
    const heat = yard.heats[0]!
    const assays = [{ ...heat.assays[0]!, photos: [id] }]
    expect(photosOf({ ...heat, assays })).toEqual([id])
    expect(workspacePhotos({ lots: [{ ...lot, photos: [id] }], heats: [{ ...heat, assays }] })).toEqual([id])
  })
})

describe('marks that turn what follows', () => {
  const turned = { name: 'bin \u202e30.4 g', parts: [{ note: 'x\u2066y' }], massG: 5, at: null }
  it('are taken out wherever they are; a record without them is the same record', () => {
    expect(withoutMarks(turned)).toEqual({ name: 'bin 30.4 g', parts: [{ note: 'xy' }], massG: 5, at: null })
    expect(plainRecord(turned)).toEqual({ name: 'bin 30.4 g', parts: [{ note: 'xy' }], massG: 5, at: null })
    expect(withoutMarks(lot)).toBe(lot)
    expect(plainRecord(lot)).toBe(lot)
    // Hebrew itself turns nothing else.
    expect(withoutMarks('ברונזה')).toBe('ברונזה')
  })
})

describe('a file drawn in', () => {
  const fresh = (n: number) => ({ ...lot, id: `00000000-0000-4000-8000-00000000000${n}`, name: `New ${n}` })
  it('new bins get no numbers: only heats have them', () => {
    const theirs = { ...yard, lots: [...yard.lots, fresh(1), fresh(2)] }
    const drawn = drawIn(yard, compareWorkspaces(yard, theirs, fits), new Map())
    expect(drawn.renumbered).toEqual([])
    expect(drawn.edits.map(({ after }) => after && 'name' in after && after.name)).toEqual(['New 1', 'New 2'])
  })
  it('of two that say one time, one’s own is the later', () => {
    const at = '2026-11-23T10:00:00.000Z'
    const changed = (mine: string, theirs: string) => {
      const here = { ...yard, lots: [{ ...lot, name: 'Mine', updatedAt: mine }, other] }
      const there = { ...yard, lots: [{ ...lot, name: 'Theirs', updatedAt: theirs }, other] }
      return compareWorkspaces(here, there, fits).find(({ collection }) => collection === 'lots')!.changed[0]!
        .later
    }
    expect(changed(at, at)).toBe('mine')
    expect(changed(at, '2026-11-23T10:00:00.001Z')).toBe('theirs')
    expect(changed('2026-11-23T10:00:00.001Z', at)).toBe('mine')
  })
})
