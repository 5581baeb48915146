import fc from 'fast-check'
import type { Lot } from '#core/stock'
import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import {
  clashKey,
  compareWorkspaces,
  mergeFile,
  mergeChanges,
  mergeRecords,
  partOf,
  withPart,
  type Fits,
} from '#core/merge'
import { recordSchemas, sameRecord, workspaceSchema } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const lot = yard.lots[0]!
const fits: Fits = (collection, record) => recordSchemas[collection].safeParse(record).success

describe('two windows', () => {
  it('different fields of one record are both kept', () => {
    const mine = { ...lot, name: 'here', updatedAt: '2026-11-23T10:00:00.000Z' }
    const theirs = { ...lot, massG: 1, updatedAt: '2026-11-23T10:00:01.000Z' }
    const { merged, clashes } = mergeChanges('lots', lot, mine, theirs)
    expect(merged).toEqual({ ...lot, name: 'here', massG: 1, updatedAt: theirs.updatedAt })
    expect(clashes).toEqual([])
  })
  it('looks at a crucible and washes of it are things of their moment: what either window wrote down is kept', () => {
    const pot = yard.gear.find((one) => one.type === 'crucible' && one.checks.length > 0)!
    if (pot.type !== 'crucible') throw new Error('no crucible')
    const at = (hour: number) => `2026-11-23T${hour}:00:00.000Z`
    const look = (hour: number, massG: number) => ({
      at: at(hour),
      massG,
      wallMm: null,
      sound: 'rings' as const,
    })
    const mine = { ...pot, checks: [...pot.checks, look(10, 1700)], coats: [at(10)] }
    const theirs = {
      ...pot,
      checks: [...pot.checks, look(11, 1690)],
      washHeats: [{ at: at(11), metal: 'pipe' }],
      coats: [at(11)],
    }
    const { merged, clashes } = mergeChanges('gear', pot, mine, theirs)
    expect(clashes).toEqual([])
    expect(merged).toMatchObject({
      washHeats: [{ at: at(11), metal: 'pipe' }],
      checks: expect.arrayContaining([...pot.checks, look(10, 1700), look(11, 1690)]),
      coats: expect.arrayContaining([at(10), at(11)]),
    })
    // One of them put right in one window, and otherwise in the other, is asked about.
    const here = { ...mine, checks: [...pot.checks, look(10, 1650)] }
    const there = { ...mine, checks: [...pot.checks, look(10, 1640)] }
    const asked = mergeChanges('gear', mine, here, there).clashes.map(({ path }) => path.join('/'))
    expect(asked).toEqual([`checks/${at(10)}/massG`])
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
        const here = mergeChanges('lots', lot, mine, theirs)
        const there = mergeChanges('lots', lot, theirs, mine)
        expect(here.merged).toEqual(there.merged)
        expect(here.clashes.map(({ path }) => path.join('/')).sort()).toEqual(
          there.clashes.map(({ path }) => path.join('/')).sort(),
        )
        // Of a mass both count.
        const massG = Math.max(0, a.massG + b.massG - lot.massG)
        expect(here.merged.massG).toBeCloseTo(massG, 6)
        for (const field of ['name', 'note'] as const) {
          const changed = [a[field] !== lot[field], b[field] !== lot[field]]
          if (changed[0] && !changed[1]) expect(here.merged[field]).toBe(a[field])
          if (changed[1] && !changed[0]) expect(here.merged[field]).toBe(b[field])
        }
      }),
    )
  })
})

describe('parts of a record', () => {
  const heat = yard.heats.find(({ pour }) => pour.ingots.length > 1)!
  const ingots = heat.pour.ingots
  const at = (second: number) => `2027-01-01T00:00:0${second}.000Z`

  it('the same in another order of fields is the same', () => {
    const turned = Object.fromEntries(Object.entries(heat).reverse())
    expect(sameRecord(heat, turned)).toBe(true)
    expect(sameRecord(heat, { ...turned, remarks: undefined })).toBe(false)
    expect(sameRecord({ a: 1, b: undefined }, { a: 1 })).toBe(true)
  })

  it('ingots added in both windows are all there, one taken away is gone, one reweighed has its new weight', () => {
    const [first, second, ...rest] = ingots
    const more = { ...first!, id: 'f0000000-0000-4000-8000-000000000001' }
    const mine = { ...heat, pour: { ...heat.pour, ingots: [...ingots, more] }, updatedAt: at(1) }
    const theirs = {
      ...heat,
      pour: { ...heat.pour, drossG: 7, ingots: [{ ...second!, massG: 3 }, ...rest] },
      updatedAt: at(2),
    }
    const { merged, clashes } = mergeChanges('heats', heat, mine, theirs)
    expect(clashes).toEqual([])
    expect(merged.pour.drossG).toBe(7)
    expect(merged.pour.ingots.map(({ id }) => id).sort()).toEqual(
      [second!, ...rest, more].map(({ id }) => id).sort(),
    )
    expect(merged.pour.ingots.find(({ id }) => id === second!.id)!.massG).toBe(3)
  })

  it('a clash is of the one figure, and answering it changes nothing else', () => {
    const weighed = (grams: number, second: number) => ({
      ...heat,
      pour: {
        ...heat.pour,
        ingots: ingots.map((one, index) => (index === 0 ? { ...one, massG: grams } : one)),
      },
      updatedAt: at(second),
    })
    const { merged, clashes } = mergeChanges('heats', heat, weighed(1, 1), weighed(2, 2))
    expect(clashes).toEqual([{ path: ['pour', 'ingots', ingots[0]!.id, 'massG'], mine: 1, theirs: 2 }])
    const grown = {
      ...merged,
      pour: { ...merged.pour, ingots: [...merged.pour.ingots, { ...ingots[0]!, id: 'x' }] },
    }
    const answered = withPart(grown, clashes[0]!.path, clashes[0]!.mine)
    expect(partOf(answered, clashes[0]!.path)).toBe(1)
    expect(answered.pour.ingots).toHaveLength(ingots.length + 1)
  })

  it('a composition is of one piece: never half of one and half of another', () => {
    const mine: Lot = { ...lot, composition: { Cu: 60, Zn: 40 }, updatedAt: at(1) }
    const theirs: Lot = { ...lot, composition: { Cu: 90, Sn: 10 }, updatedAt: at(2) }
    expect(mergeChanges('lots', lot, mine, theirs).merged.composition).toEqual({ Cu: 90, Sn: 10 })
    expect(mergeRecords(mine, theirs).merged.composition).toEqual({ Cu: 90, Sn: 10 })
  })
})

describe('two yards drawn together', () => {
  const heat = yard.heats.at(-1)!
  const at = (second: number) => `2027-01-01T00:00:0${second}.000Z`
  const answers = new Map<string, 'mine' | 'theirs'>()

  it('remarks typed on the phone stay where the laptop’s later record has a new title and none', () => {
    const phone = {
      ...yard,
      heats: yard.heats.map((one) => (one === heat ? { ...heat, remarks: 'Flared at 1 060' } : one)),
    }
    const laptop = {
      ...yard,
      heats: yard.heats.map((one) =>
        one === heat
          ? { ...heat, remarks: '', title: 'New title', updatedAt: '2027-02-01T00:00:00.000Z' }
          : one,
      ),
    }
    for (const [mine, theirs] of [
      [phone, laptop],
      [laptop, phone],
    ] as const) {
      const { edits } = mergeFile(mine, compareWorkspaces(mine, theirs, fits), answers)
      expect(edits).toHaveLength(1)
      expect(edits[0]!.after).toMatchObject({ title: 'New title', remarks: 'Flared at 1 060' })
    }
  })

  it('what both changed is shown, the later one standing until the other is chosen', () => {
    const theirs = {
      ...yard,
      heats: yard.heats.map((one) => (one === heat ? { ...heat, title: 'Theirs' } : one)),
    }
    const mine = {
      ...yard,
      heats: yard.heats.map((one) =>
        one === heat ? { ...heat, title: 'Mine', updatedAt: '2027-02-01T00:00:00.000Z' } : one,
      ),
    }
    const compared = compareWorkspaces(mine, theirs, fits)
    const { changed } = compared.find(({ collection }) => collection === 'heats')!
    expect(changed).toMatchObject([
      { later: 'mine', clashes: [{ path: ['title'], mine: 'Mine', theirs: 'Theirs' }] },
    ])
    expect(mergeFile(mine, compared, answers).edits[0]!.after).toMatchObject({ title: 'Mine' })
    const chosen = new Map([[clashKey('heats', heat.id, changed[0]!.clashes[0]!), 'theirs' as const]])
    expect(mergeFile(mine, compared, chosen).edits[0]!.after).toMatchObject({ title: 'Theirs' })
  })

  it('a heat whose number the yard has already gets the next free one, and names that mention it follow', () => {
    const id = 'f0000000-0000-4000-8000-00000000000'
    const stamp = `H-${String(heat.number).padStart(3, '0')}`
    const theirs = {
      ...yard,
      heats: [
        ...yard.heats.slice(0, -1),
        { ...heat, id: `${id}1`, title: 'On the phone' },
        { ...heat, id: `${id}2`, number: heat.number + 1, title: `${stamp} put right` },
      ],
      lots: [...yard.lots, { ...lot, id: `${id}3`, name: `${stamp} gunmetal`, originHeatId: `${id}1` }],
    }
    const { edits, renumbered } = mergeFile(yard, compareWorkspaces(yard, theirs, fits), answers)
    expect(renumbered).toEqual([{ title: 'On the phone', from: heat.number, to: heat.number + 2 }])
    const numbers = [
      ...yard.heats,
      ...edits.flatMap(({ collection, after }) => (collection === 'heats' ? [after as typeof heat] : [])),
    ]
    expect(new Set(numbers.map(({ number }) => number)).size).toBe(numbers.length)
    const next = `H-${String(heat.number + 2).padStart(3, '0')}`
    expect(edits.find(({ id: one }) => one === `${id}2`)!.after).toMatchObject({ title: `${next} put right` })
    expect(edits.find(({ id: one }) => one === `${id}3`)!.after).toMatchObject({
      name: `${next} gunmetal`,
      originHeatId: `${id}1`,
    })
    expect(numbers.filter(({ number }) => number === heat.number)).toEqual([heat])
  })

  it('drawing in is taking nothing away: 300 seeded pairs of yards, field by field', () => {
    const said = fc.record({
      title: fc.constantFrom(heat.title, 'a', 'b', ''),
      remarks: fc.constantFrom('', 'x', 'y'),
      updatedAt: fc.constantFrom(at(1), at(2)),
    })
    fc.assert(
      fc.property(said, said, (a, b) => {
        const with_ = ({ title, remarks, updatedAt }: typeof a) => ({
          ...yard,
          heats: [{ ...heat, title, remarks, updatedAt }],
        })
        const [mine, theirs] = [with_(a), with_(b)]
        const { edits } = mergeFile(mine, compareWorkspaces(mine, theirs, fits), answers)
        const after = (edits[0]?.after ?? mine.heats[0]) as typeof heat
        for (const field of ['title', 'remarks'] as const) {
          const words = [a[field], b[field]].filter((one) => one !== '')
          expect(words.length === 0 ? after[field] === '' : words.includes(after[field])).toBe(true)
        }
      }),
      { numRuns: 300, seed: 15 },
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
    const lots = compareWorkspaces(yard, theirs, fits).find(({ collection }) => collection === 'lots')!
    expect(lots.added).toHaveLength(1)
    expect(lots.changed).toMatchObject([{ later: 'theirs' }])
    expect(lots.onlyHere.map(({ id }) => id)).toEqual([second!.id])
    expect(lots.same).toBe(rest.length)
  })
})
