import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { checksum, compareWorkspaces, mergeRecords, workspaceSchema } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const lot = yard.lots[0]!

describe('two windows', () => {
  it('different fields of one record are both kept', () => {
    const mine = { ...lot, name: 'here', updatedAt: '2026-11-23T10:00:00.000Z' }
    const theirs = { ...lot, massG: 1, updatedAt: '2026-11-23T10:00:01.000Z' }
    const { merged, clashes } = mergeRecords(lot, mine, theirs)
    expect(merged).toEqual({ ...lot, name: 'here', massG: 1, updatedAt: theirs.updatedAt })
    expect(clashes).toEqual([])
  })
  it('the same field is a clash; the later stands, and both windows come to the same', () => {
    const edit = fc.record({
      name: fc.constantFrom('a', 'b', lot.name),
      massG: fc.constantFrom(1, 2, lot.massG),
      note: fc.constantFrom('x', 'y', lot.note),
      updatedAt: fc.constantFrom('2026-11-23T10:00:00.000Z', '2026-11-23T10:00:01.000Z'),
    })
    fc.assert(
      fc.property(edit, edit, (a, b) => {
        const [mine, theirs] = [
          { ...lot, ...a },
          { ...lot, ...b },
        ]
        const here = mergeRecords(lot, mine, theirs)
        const there = mergeRecords(lot, theirs, mine)
        expect(here.merged).toEqual(there.merged)
        expect(here.clashes.map(({ field }) => field).sort()).toEqual(
          there.clashes.map(({ field }) => field).sort(),
        )
        for (const field of ['name', 'massG', 'note'] as const) {
          const changed = [a[field] !== lot[field], b[field] !== lot[field]]
          if (changed[0] && !changed[1]) expect(here.merged[field]).toBe(a[field])
          if (changed[1] && !changed[0]) expect(here.merged[field]).toBe(b[field])
        }
      }),
    )
  })
})

describe('a file against the yard', () => {
  it('tells what is new, changed and only here', () => {
    const [first, second, ...rest] = yard.lots
    const theirs = {
      ...yard,
      lots: [
        { ...first!, massG: 1, updatedAt: '2027-01-01T00:00:00.000Z' },
        ...rest,
        { ...second!, id: first!.id.replace(/^./, 'f') },
      ],
    }
    const lots = compareWorkspaces(yard, theirs).find(({ collection }) => collection === 'lots')!
    expect(lots.added).toHaveLength(1)
    expect(lots.changed).toMatchObject([{ later: 'theirs' }])
    expect(lots.onlyHere.map(({ id }) => id)).toEqual([second!.id])
    expect(lots.same).toBe(rest.length)
  })
})

it('CRC-32 over UTF-16 units, low byte first (zlib.crc32 of the same bytes, Python 3.11)', () => {
  expect(checksum('')).toBe(0)
  expect(checksum('123456789')).toBe(2727405687)
})
