import { describe, expect, it } from 'vitest'
import { ALLOYS } from '#core/alloys'
import {
  blankCast,
  castCosts,
  castFault,
  castingTotals,
  castSteps,
  stockAfterLogging,
  heatSummary,
  newHeat,
  plannedCastings,
  spoiledLot,
  weighLine,
  withCastings,
  type Cast,
  type Heat,
} from '#core/heat'
import { newLot } from '#core/stock'
import { photosOf } from '#core/workspace'

const NOW = '2026-05-01T08:00:00.000Z'
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const cast = (n: number, what: Partial<Cast>): Cast => ({ ...blankCast(id(n), `Part ${n}`), ...what })
const bar = newLot(
  { id: id(1), now: NOW },
  {
    name: 'Bar',
    kind: 'scrap',
    form: 'bar',
    massG: 5000,
    pricePerKg: 10,
    composition: { Cu: 90, Sn: 10 },
    sd: {},
    knowledge: 'grade',
  },
)
const HEAT: Heat = {
  ...newHeat({ id: id(99), now: NOW }, []),
  alloy: ALLOYS.find(({ id }) => id === 'C90700')!,
  tapMassG: 1000,
  weighed: [weighLine(bar, 1000, 1000, NOW)],
}
const poured = (castings: Cast[], more: Partial<Heat['pour']> = {}): Heat => ({
  ...HEAT,
  pour: withCastings(
    { ...HEAT.pour, returnsG: 0, drossG: 0, skullG: 0, spillG: 0, heelG: 0, ...more },
    castings,
  ),
})

describe('a casting from the mould to the last polish', () => {
  it('each step takes something off; what was not weighed is not guessed', () => {
    expect(castSteps({ grossG: 527, fettledG: 410, finishedG: 398 })).toEqual({
      cutOffG: 117,
      groundOffG: 12,
      nowG: 398,
      pouredG: 410,
    })
    expect(castSteps({ grossG: 527, fettledG: null, finishedG: 398 })).toEqual({
      cutOffG: null,
      groundOffG: 129,
      nowG: 398,
      pouredG: 527,
    })
    expect(castSteps({ grossG: null, fettledG: null, finishedG: 398 })).toEqual({
      cutOffG: null,
      groundOffG: null,
      nowG: 398,
      pouredG: 398,
    })
    expect(castSteps({ grossG: null, fettledG: null, finishedG: null }).pouredG).toBeNull()
  })
  it('a weight that grew is told, one that stayed is not', () => {
    expect(castFault({ grossG: 400, fettledG: 410, finishedG: null })).toBe('heavier-fettled')
    expect(castFault({ grossG: 400, fettledG: null, finishedG: 401 })).toBe('heavier-finished')
    expect(castFault({ grossG: 500, fettledG: 400, finishedG: 450 })).toBe('heavier-finished')
    expect(castFault({ grossG: 400, fettledG: 400, finishedG: 400 })).toBeNull()
    expect(castFault({ grossG: null, fettledG: null, finishedG: 4 })).toBeNull()
  })
  it('what is ground off a bowl days later is no hole in the balance: 50 g of it stay accounted for', () => {
    const before = poured([cast(2, { grossG: 960, fettledG: 900 })], { returnsG: 60, drossG: 30 })
    const after = poured([cast(2, { grossG: 960, fettledG: 900, finishedG: 850 })], {
      returnsG: 60,
      drossG: 30,
    })
    expect(heatSummary(after).balance).toEqual(heatSummary(before).balance)
    expect(heatSummary(after).balance).toMatchObject({ foundG: 990, missingG: 10, state: 'closes' })
    expect(castingTotals(after.pour.castings!)).toEqual({
      cutOffG: 60,
      groundOffG: 50,
      spoiledG: 0,
      goodG: 850,
    })
  })
  it('lines are added up, and none weighed is not nothing', () => {
    expect(
      withCastings(HEAT.pour, [cast(2, { grossG: 100.1 }), cast(3, { fettledG: 50.2 }), cast(4, {})])
        .castingsG,
    ).toBe(150.3)
    expect(withCastings(HEAT.pour, [cast(2, {})]).castingsG).toBeNull()
  })
  it('those of the target that are not there yet are offered', () => {
    const part = (name: string, count: number) => ({
      id: id(50 + count),
      name,
      count,
      source: { from: 'volume' as const, volumeCm3: 5 },
      thinMm: null,
      thickMm: null,
    })
    const need = {
      castingsG: 0,
      gatingPct: 60,
      allowancePct: 10,
      heelG: 0,
      parts: [part('Cleat', 4), part('Plate', 1)],
    }
    const heat = { need, pour: { ...HEAT.pour, castings: [cast(2, { name: 'Plate' })] } }
    expect(plannedCastings(heat, [id(7), id(8)])).toEqual([blankCast(id(7), 'Cleat', 4)])
    expect(plannedCastings({ ...heat, need: null }, [])).toEqual([])
  })
})

describe('a spoiled casting', () => {
  const heat = poured(
    [cast(2, { fettledG: 300, verdict: 'spoiled' }), cast(3, { fettledG: 600, verdict: 'sound' })],
    { returnsG: 80 },
  )
  it('goes back to the bins with its heat as its origin, under its own id; a sound one stays out', () => {
    const { made } = stockAfterLogging(heat, [bar], { ids: [id(10), id(11)], now: NOW })
    expect(made.map(({ id, massG, kind, originHeatId }) => [id, massG, kind, originHeatId])).toEqual([
      [id(11), 80, 'returns', HEAT.id],
      [id(2), 300, 'returns', HEAT.id],
    ])
    expect(made[1]!.name).toBe('H-001 C90700: Part 2')
    expect(made[1]!.composition).toEqual(made[0]!.composition)
  })
  it('what became of it says what it was poured in: ingots by their moulds, castings by what theirs was of', () => {
    const ingot = (n: number, mould?: string) => ({
      id: id(n),
      massG: 100,
      stamp: `H-001-${n}`,
      ...(mould ? { mould } : {}),
    })
    const ingots = [ingot(20, 'Loaf tin'), ingot(21, 'Long bar'), ingot(22, 'Loaf tin'), ingot(23)]
    const need = {
      castingsG: 300,
      gatingPct: 60,
      allowancePct: 10,
      heelG: 0,
      mould: 'ceramic-shell' as const,
    }
    const told = { ...heat, need, pour: { ...heat.pour, ingots } }
    const { made } = stockAfterLogging(told, [bar], { ids: [id(10), id(11)], now: NOW })
    expect(made.map(({ kind, note }) => [kind, note])).toEqual([
      ['ingot', 'Poured in Loaf tin, Long bar.'],
      ['returns', ''],
      ['returns', 'Cast in ceramic shell.'],
    ])
  })
  it('by itself, later, it weighs what it weighs then; one nobody weighed is no lot', () => {
    expect(spoiledLot(heat, cast(3, { fettledG: 600, finishedG: 560 }), NOW)).toMatchObject({
      id: id(3),
      massG: 560,
    })
    expect(spoiledLot(heat, cast(4, {}), NOW)).toBeNull()
  })
})

describe('what castings cost', () => {
  // 1000 g at 10 a kilogram, all of it found again: 10 a kilogram. 2 kg of gas at 3, one hour at 30, 4 for sand and flux.
  const shared = { fuelPrice: 3, consumables: 4, ratePerHour: 30 }
  const heat: Heat = {
    ...poured(
      [
        cast(2, { fettledG: 300, workMin: 20 }),
        cast(3, { fettledG: 100 }),
        cast(4, { fettledG: 200, verdict: 'spoiled' }),
      ],
      {
        returnsG: 200,
        ingots: [{ id: id(20), massG: 200, stamp: 'H-001-1' }],
      },
    ),
    burnt: { amount: 2, minutes: 60 },
  }
  it('by hand: 300 g of 600 g that can be used bear half of fuel, sand and the hour, and their own 20 minutes', () => {
    const [first, second, ...others] = castCosts(heat, shared)
    expect(others).toEqual([])
    expect(first).toMatchObject({ metal: 3, fuel: 3, consumables: 2, work: 15 + 10, total: 33 })
    expect(second!.total).toBeCloseTo(1 + 1 + 4 / 6 + 5, 9)
  })
  it('fuel that nobody wrote down is not free: it is not told', () => {
    expect(castCosts({ ...heat, burnt: undefined }, shared)[0]).toMatchObject({
      fuel: null,
      work: 10,
      total: 3 + 2 + 10,
    })
    expect(castCosts(heat, { ...shared, fuelPrice: null })[0]!.fuel).toBeNull()
  })
  it('all that can be used, with returns and ingots at what they are carried at, is what the charge cost', () => {
    const metal = castCosts(heat, shared).reduce((sum, one) => sum + one.metal, 0)
    expect(metal + ((200 + 200 + 200) / 1000) * 10).toBeCloseTo(heatSummary(heat).cost, 9)
  })
})

it('pictures of castings are pictures of the heat', () => {
  expect(photosOf(poured([cast(2, { photos: [id(70)] })]))).toEqual([id(70)])
})
