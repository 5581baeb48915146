import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import {
  applyStep,
  checksum,
  emptyJournal,
  fromWorkspace,
  migrateWorkspace,
  photosOf,
  plainRecord,
  pushStep,
  sameRecord,
  sealJournal,
  toWorkspace,
  withoutMarks,
  workspacePhotos,
  workspaceSchema,
} from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const lot = yard.lots[0]!

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

it('CRC-32 over UTF-16 units, low byte first (zlib.crc32 of the same bytes, Python 3.11)', () => {
  expect(checksum('')).toBe(0)
  expect(checksum('123456789')).toBe(2727405687)
})

describe('steps', () => {
  const records = fromWorkspace(yard)
  const at = { collection: 'lots' as const, id: lot.id }
  const named = (name: string) => ({ ...lot, name })
  it('done puts in what is after, undone what was before, in reverse where one record is in it twice', () => {
    const changes = [
      { ...at, before: lot, after: named('one') },
      { ...at, before: named('one'), after: named('two') },
      { ...at, id: 'new', before: null, after: { ...lot, id: 'new' } },
    ]
    const done = applyStep(records, { changes }, 'do')
    expect(done.lots[lot.id]!.name).toBe('two')
    expect(done.lots.new).toMatchObject({ id: 'new' })
    expect(records.lots[lot.id]).toBe(lot)
    const undone = applyStep(done, { changes }, 'undo')
    expect(undone.lots[lot.id]!.name).toBe(lot.name)
    expect(undone.lots).not.toHaveProperty('new')
  })
  it('what is typed on after a field was left is a step of its own; a journal without steps has none to seal', () => {
    expect(sealJournal(emptyJournal())).toEqual(emptyJournal())
    const step = (name: string, was: typeof lot) => ({
      id: name,
      label: 'name',
      at: lot.updatedAt,
      changes: [{ ...at, before: was, after: named(name) }],
    })
    const typed = pushStep(emptyJournal(), step('one', lot), 'name').journal
    expect(pushStep(typed, step('two', named('one')), 'name').journal.steps).toHaveLength(1)
    expect(pushStep(sealJournal(typed), step('two', named('one')), 'name').journal.steps).toHaveLength(2)
  })
})

describe('a yard as one document', () => {
  it('is in one order, the oldest record first, however it came; of one age by their ids', () => {
    const aged = yard.lots.map((one, n) => ({ ...one, createdAt: `2026-01-0${1 + (n % 3)}T00:00:00.000Z` }))
    const whole = (lots: typeof aged) =>
      toWorkspace({ ...fromWorkspace(yard), lots: Object.fromEntries(lots.map((one) => [one.id, one])) }).lots
    const inOrder = whole(aged)
    expect(whole([...aged].reverse())).toEqual(inOrder)
    const keys = inOrder.map(({ createdAt, id }) => createdAt + id)
    expect(keys).toEqual([...keys].sort())
  })
  it('of an earlier revision gets the lists that came since, and no others', () => {
    const bare = (revision: number) =>
      migrateWorkspace({ format: 'hephaestal/workspace', version: 1, revision })
    expect(bare(2)).toMatchObject({ gear: [], practices: [] })
    expect(bare(3)).toMatchObject({ practices: [] })
    expect(bare(3)).not.toHaveProperty('gear')
  })
})

it('lists are the same by what they hold, one after the other', () => {
  expect(sameRecord([1, { a: [2] }], [1, { a: [2] }])).toBe(true)
  expect(sameRecord([1, 2], [2, 1])).toBe(false)
  expect(sameRecord([1, 2], [1])).toBe(false)
})
