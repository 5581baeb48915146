import { describe, expect, it } from 'vitest'
import {
  correctReading,
  crucibleWear,
  FIRST_FIRE,
  FIXED_POINTS,
  meltEffort,
  priorEfficiency,
  scaleFor,
  wantsFirstFire,
} from '#core/gear'
import { learnFurnace } from '#core/learn'
import { meltHeat } from '#core/melt'

const at = (day: number) => `2026-10-${String(day).padStart(2, '0')}T10:00:00.000Z`

describe('thermocouples against ITS-90', () => {
  it('the freezing points', () => {
    const freezes = Object.fromEntries(FIXED_POINTS.map(({ id, freezesC }) => [id, freezesC]))
    expect(freezes).toMatchObject({ Sn: 231.928, Zn: 419.527, Al: 660.323, Ag: 961.78, Cu: 1084.62 })
  })
  it('a reading of 950 with copper freezing reads 134.6 °C low', () => {
    const checks = [{ at: at(1), point: 'Cu', readC: 950 }]
    expect(correctReading(checks, 950).trueC).toBeCloseTo(1084.62)
    expect(correctReading(checks, 700)).toEqual({ trueC: expect.closeTo(834.62), checked: true })
  })
  it('between two points the correction changes evenly, beyond them it stays; the newest check counts', () => {
    const checks = [
      { at: at(1), point: 'Al', readC: 640 },
      { at: at(9), point: 'Al', readC: 655.323 },
      { at: at(2), point: 'Cu', readC: 1095.62 },
    ]
    expect(correctReading(checks, 500).trueC).toBeCloseTo(505)
    expect(correctReading(checks, 1200).trueC).toBeCloseTo(1189)
    expect(correctReading(checks, (655.323 + 1095.62) / 2).trueC).toBeCloseTo((655.323 + 1095.62) / 2 - 3)
  })
  it('unchecked, or checked against no known metal, it is as it reads', () => {
    expect(correctReading([], 700)).toEqual({ trueC: 700, checked: false })
    expect(correctReading([{ at: at(1), point: 'Xx', readC: 9 }], 700).checked).toBe(false)
  })
})

describe('crucibles', () => {
  const check = (
    day: number,
    wallMm: number | null,
    massG: number | null,
    sound: 'rings' | 'dull' | 'cracked' = 'rings',
  ) => ({ at: at(day), wallMm, massG, sound })
  it('wear is the first measure against the newest', () => {
    const wear = crucibleWear({ checks: [check(9, 9, 1800), check(1, 12, 2000)] })
    expect(wear).toEqual({ wallLost: expect.closeTo(0.25), massLost: expect.closeTo(0.1), retire: null })
    expect(crucibleWear({ checks: [check(1, 12, null), check(2, 8, null)] }).retire).toBe('thin wall')
    expect(crucibleWear({ checks: [check(1, 12, null), check(2, null, null, 'dull')] }).retire).toBe('dull')
    expect(crucibleWear({ checks: [] })).toEqual({ wallLost: null, massLost: null, retire: null })
  })
  it('the first firing goes by 200 and 540 °C to cherry red, and cools inside', () => {
    expect(FIRST_FIRE.map(({ toC }) => toC)).toEqual([200, 200, 540, 815, 25])
  })
  it('a crucible that has had heats wants no first firing', () => {
    const crucible = { firstFiredAt: null, heatsBefore: 0 } as Parameters<typeof wantsFirstFire>[0]
    expect(wantsFirstFire(crucible, 0)).toBe(true)
    expect(wantsFirstFire(crucible, 1)).toBe(false)
    expect(wantsFirstFire({ ...crucible, firstFiredAt: at(1) }, 0)).toBe(false)
  })
})

describe('fuel and time', () => {
  const furnace = { fuel: 'propane', powerKw: 20, pricePerUnit: 2.5, efficiency: null } as const
  it('two kilograms of copper to 1200 °C in propane, by hand', () => {
    const heatKJ = 2 * meltHeat({ Cu: 100 }, 1200)
    const effort = meltEffort(
      furnace,
      heatKJ,
      learnFurnace(priorEfficiency(furnace), 20, []).forecast(heatKJ),
    )
    // 1466 kJ at 7 to 15 % of 46.4 MJ/kg: 0.21 to 0.45 kg; at 20 kW 8 to 17 minutes.
    expect(effort.fuel.low).toBeCloseTo(1466 / 0.15 / 46_400, 2)
    expect(effort.fuel.high).toBeCloseTo(1466 / 0.07 / 46_400, 2)
    expect(effort.minutes.high).toBeCloseTo(1466 / 0.07 / 20 / 60, 0)
    expect(effort.cost.mid).toBeCloseTo(2.5 * effort.fuel.mid)
  })
  it('one heat teaches nothing yet; several pull the figure towards what they show and narrow it', () => {
    const prior = priorEfficiency(furnace)
    const heat = { heatKJ: 1000, putInKJ: 20_000 }
    expect(learnFurnace(prior, 20, [heat])).toMatchObject({
      efficiency: { mid: prior.mid },
      heats: 1,
      liningKJ: 0,
    })
    const few = learnFurnace(prior, 20, [heat, heat]).forecast(1000)
    const many = learnFurnace(
      prior,
      20,
      Array.from({ length: 12 }, () => heat),
    ).forecast(1000)
    expect(few.mid).toBeGreaterThan(1000 / prior.mid)
    expect(many.mid).toBeGreaterThan(few.mid)
    expect(many.mid).toBeLessThan(20_000 * 1.001)
    expect(many.high - many.low).toBeLessThan(few.high - few.low)
  })
  it('a kiln’s own walls: two heats of 3 kg, and 600 g is no matter of minutes (common practice, no source)', () => {
    const kiln = { fuel: 'electric' as const, efficiency: null, powerKw: 3.2, pricePerUnit: 0.3 }
    // Aluminium to 750 °C takes 1 174 kJ/kg.
    const heats = [
      { heatKJ: 3.285 * 1174, putInKJ: 10.4 * 3600 },
      { heatKJ: 2.578 * 1174, putInKJ: 9.6 * 3600 },
    ]
    const learned = learnFurnace(priorEfficiency(kiln), 3.2, heats)
    const heatKJ = 0.6 * 1174
    const { fuel, minutes } = meltEffort(kiln, heatKJ, learned.forecast(heatKJ))
    expect(learned.liningKJ).toBeGreaterThan(20_000)
    expect(fuel.mid).toBeGreaterThan(6)
    expect(fuel.mid).toBeLessThan(9.6)
    expect(minutes.low).toBeGreaterThan(60)
    // What it was learned from lies inside its own band.
    for (const { heatKJ: taken, putInKJ } of heats) {
      expect(learned.forecast(taken).low).toBeLessThan(putInKJ)
      expect(learned.forecast(taken).high).toBeGreaterThan(putInKJ)
    }
  })
  it('a straight line through many heats is found again: walls 5 MJ, a tenth of the rest into the metal', () => {
    const heats = Array.from({ length: 40 }, (_, at) => {
      const heatKJ = 500 + 60 * at
      return { heatKJ, putInKJ: 5000 + 10 * heatKJ }
    })
    const learned = learnFurnace({ low: 0.07, mid: 0.1, high: 0.15 }, 20, heats)
    expect(learned.liningKJ).toBeCloseTo(5000, -3)
    expect(learned.efficiency.mid).toBeCloseTo(0.1, 2)
  })
  it('more heat taken up than was put in is no reading', () => {
    const bad = { heatKJ: 500, putInKJ: 400 }
    expect(learnFurnace(priorEfficiency(furnace), 20, [bad, bad, bad]).heats).toBe(0)
  })
})

it('the finest scale that bears the load', () => {
  const scales = [
    { name: 'Pocket', stepG: 0.01, capacityG: 200 },
    { name: 'Kitchen', stepG: 1, capacityG: 5000 },
  ]
  expect(scaleFor(scales, 30)?.name).toBe('Pocket')
  expect(scaleFor(scales, 300)?.name).toBe('Kitchen')
  expect(scaleFor(scales, 9000)).toBeNull()
})
