import { describe, expect, it } from 'vitest'
import { findAlloy } from '#core/alloys'
import type { Crucible } from '#core/gear'
import {
  BARE_BENCH,
  blankEntry,
  stockAfterLogging,
  freeLots,
  furnaceSettings,
  heatsIn,
  heatWeighing,
  newHeat,
  potIron,
  potStory,
  residueFor,
  sharingPot,
  splitShares,
  type Heat,
} from '#core/heat'
import { workspaceSchema } from '#core/workspace'
import demo from '#data/demo-yard.json'

const yard = workspaceSchema.parse(demo)
const logged = yard.heats.filter((one) => one.loggedAt && one.weighed.length > 0)
const POT = '00000000-0000-4000-9000-000000000001'
const steel = (rest: Partial<Crucible> = {}): Crucible =>
  ({
    ...yard.gear.find(({ type }) => type === 'crucible')!,
    id: POT,
    material: 'steel',
    coats: [],
    ...rest,
  }) as Crucible
/** A heat of the yard, logged in the pot on a day of November. */
const inPot = (at: number, day: number, rest: Partial<Heat> = {}): Heat => ({
  ...logged[at]!,
  crucibleId: POT,
  done: {},
  loggedAt: `2026-11-${String(day).padStart(2, '0')}T12:00:00.000Z`,
  ...rest,
})

describe('heats of a crucible', () => {
  // Logged the other way round than they were begun.
  const heats = [
    inPot(0, 9),
    inPot(1, 3),
    { ...inPot(2, 5), crucibleId: null },
    inPot(3, 6, { loggedAt: null }),
  ]
  it('are those logged in it, the earliest first', () => {
    expect(heatsIn(heats, POT).map(({ id }) => id)).toEqual([heats[1]!.id, heats[0]!.id])
  })
  it('the last of them left what is in it, whatever its number', () => {
    const next = { ...newHeat({ id: POT, now: '2026-11-20T08:00:00.000Z' }, []), crucibleId: POT }
    expect(residueFor(next, heats, [])?.number).toBe(heats[0]!.number)
    expect(residueFor(next, [heats[0]!, heats[1]!], [])?.number).toBe(heats[0]!.number)
    expect(residueFor(next, [heats[1]!, heats[0]!], [])?.number).toBe(heats[0]!.number)
  })
  it('others planned in it are told, and neither itself nor what is poured', () => {
    const one = inPot(0, 1, { loggedAt: null })
    const other = inPot(1, 1, { loggedAt: null })
    expect(sharingPot(one, [one, other, inPot(2, 2), { ...other, id: 'x', crucibleId: null }])).toEqual([
      other,
    ])
  })
  it('a wash counts that was put on after the last metal, not with it and not before', () => {
    const story = (coat: string) => potStory(steel({ coats: [coat] }), [inPot(0, 9)]).coated
    const held = potStory(steel(), [inPot(0, 9)]).last!.at
    expect(held).not.toBe('')
    expect([story('2026-11-30T00:00:00.000Z'), story(held), story('2026-01-01T00:00:00.000Z')]).toEqual([
      true,
      false,
      false,
    ])
  })
})

describe('iron from a steel pot', () => {
  const alloy = findAlloy('356.0')!
  const heat = { ...newHeat({ id: POT, now: '2026-11-20T08:00:00.000Z' }, []), alloy, tapMassG: 2000 }
  it('is told of aluminium in steel, and of nothing else', () => {
    expect(potIron(heat, steel(), [])?.pct.mid).toBeGreaterThan(0)
    expect(potIron({ ...heat, alloy: findAlloy('C90300')! }, steel(), [])).toBeNull()
    expect(potIron({ ...heat, tapMassG: 0 }, steel(), [])).toBeNull()
    expect(potIron({ ...heat, alloy: null }, steel(), [])).toBeNull()
    expect(potIron(heat, steel({ material: 'clay-graphite' }), [])).toBeNull()
  })
  it('the heat itself is none of those before it: the wash it was poured on is still there', () => {
    const coats = ['2026-11-19T08:00:00.000Z']
    const poured: Heat = { ...heat, crucibleId: POT, loggedAt: '2026-11-21T08:00:00.000Z' }
    expect(potIron(poured, steel({ coats }), [poured])?.washed).toBe(true)
    const between = inPot(0, 20, { loggedAt: '2026-11-20T00:00:00.000Z' })
    expect(potIron(poured, steel({ coats }), [between, poured])?.washed).toBe(false)
  })
})

describe('at the edges of a heat', () => {
  it('fire and lid are told in turn, seconds from the start, whatever order they were written in', () => {
    const at = (second: number) => `2026-11-01T10:00:${String(second).padStart(2, '0')}.000Z`
    const entry = (kind: 'lid-off' | 'lid-on' | 'fire', second: number, power?: number) => ({
      ...blankEntry({ id: POT, at: at(second) }, kind),
      ...(power === undefined ? {} : { power }),
    })
    expect(
      furnaceSettings([entry('lid-on', 30), entry('fire', 20, 0.5), entry('lid-off', 10)], Date.parse(at(0))),
    ).toEqual({
      fire: [{ atS: 20, power: 0.5 }],
      lid: [
        { atS: 10, off: true },
        { atS: 30, off: false },
      ],
    })
  })
  it('a plan may grow past what was asked where no crucible bounds it, and not past the crucible', () => {
    const heat = yard.heats.find(({ number }) => number === 13)!
    const lots = freeLots(yard.lots, yard.heats, heat)
    expect(heatWeighing(heat, lots, BARE_BENCH)!.mostTapG).toBeGreaterThan(heat.tapMassG!)
    expect(heatWeighing(heat, lots, { ...BARE_BENCH, crucibleG: 1900 })!.mostTapG).toBe(1900)
  })
  it('as many heats as may be are as many as are tried', () => {
    expect(splitShares({ tapMassG: 50_000, need: null }, 1000, 8.7)).toMatchObject({ ok: true })
    expect(splitShares({ tapMassG: 51_000, need: null }, 1000, 8.7)).toEqual({
      ok: false,
      why: 'too-many',
    })
  })
  it('returns of a heat whose base was not measured have the rest as base; of one that was measured, what was read', () => {
    const source = logged.find(({ alloy }) => alloy?.base === 'Cu')!
    const assay = yard.heats.flatMap(({ assays }) => assays)[0]!
    const ids = ['00000000-0000-4000-a000-000000000001', '00000000-0000-4000-a000-000000000002'] as const
    const copper = (readings: (typeof assay)['readings']) => {
      const heat = { ...source, assays: [{ ...assay, readings }], pour: { ...source.pour, returnsG: 100 } }
      const { made } = stockAfterLogging(heat, yard.lots, { ids, now: source.createdAt })
      const { composition } = made.find(({ kind }) => kind === 'returns')!
      const others = Object.entries(composition).reduce(
        (sum, [symbol, pct]) => sum + (symbol === 'Cu' ? 0 : pct),
        0,
      )
      return { Cu: composition.Cu!, others, symbols: Object.keys(composition) }
    }
    const unread = copper({ Sn: { pct: 9, sd: 0.1 } })
    // All but what nobody knows of its lots, some tenths of a percent.
    expect(unread.Cu + unread.others).toBeGreaterThan(99.5)
    expect(unread.symbols).not.toContain('?')
    const read = copper({ Sn: { pct: 9, sd: 0.1 }, Cu: { pct: 80, sd: 0.2 } })
    expect(read.Cu).toBeCloseTo(80, 6)
    expect(read.symbols).not.toContain('?')
  })
})
