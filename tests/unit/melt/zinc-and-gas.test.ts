import { describe, expect, it } from 'vitest'
import {
  brimOfNumber,
  degassed,
  densityIndex,
  EMERGENCIES,
  hydrogenSolidAl,
  hydrogenSolubilityAl,
  meltSurface,
  pureZincPressure,
  temperatureAt,
  zincLoss,
  zincPressure,
  type ZincAsk,
} from '#core/melt'
import { ELEMENTS } from '#core/composition'

describe('zinc over a melt, against the handbook (thermochemistry text; from memory)', () => {
  it.each([
    [700, 0.081],
    [907, 0.99],
    [1100, 5.0],
    [1200, 9.8],
  ])('pure zinc at %d °C: %d atm', (celsius, atm) => {
    expect(pureZincPressure(celsius) / atm).toBeCloseTo(1, 1)
  })
  it('it boils where the element table says: 907 °C', () => {
    const boils = ELEMENTS.Zn!.Tb_K! - 273.15
    expect(Math.abs(boils - 907)).toBeLessThan(1)
    expect(pureZincPressure(boils)).toBeCloseTo(1, 1)
  })
  it.each([
    [5, 0.012],
    [10, 0.032],
    [20, 0.11],
    [30, 0.28],
    [40, 0.57],
  ])('over brass of %d %% at 1100 °C: %d atm', (pct, atm) => {
    expect(zincPressure({ Cu: 100 - pct, Zn: pct }, 1100) / atm).toBeGreaterThan(0.93)
    expect(zincPressure({ Cu: 100 - pct, Zn: pct }, 1100) / atm).toBeLessThan(1.07)
  })
})

describe('zinc lost from a melt', () => {
  const surfaceCm2 = meltSurface(brimOfNumber(4))
  const ask: ZincAsk = {
    meltG: 4000,
    composition: { Cu: 70, Zn: 30 },
    surfaceCm2,
    cover: 'bare',
    trace: [{ atMin: 0, celsius: 1050 }],
    fromMin: 0,
    toMin: 5,
  }
  it('30 % at 1050 °C, bare, in a number 4 loses about 1 % of its zinc in 5 minutes (estimate)', () => {
    expect(zincLoss(ask).lostG / 1200).toBeCloseTo(0.01, 3)
  })
  it('mass is conserved: what is lost is missing from the melt', () => {
    const { lostG, leftPct } = zincLoss({ ...ask, toMin: 60 })
    expect((100 * (1200 - lostG)) / (4000 - lostG)).toBeCloseTo(leftPct, 6)
  })
  it('hotter, longer, barer and richer lose more; nothing is lost where there is no zinc', () => {
    const lost = (change: Partial<ZincAsk>) => zincLoss({ ...ask, ...change }).lostG
    const usual = lost({})
    expect(lost({ trace: [{ atMin: 0, celsius: 1150 }] })).toBeGreaterThan(usual)
    expect(lost({ toMin: 20 })).toBeGreaterThan(3.5 * usual)
    expect(lost({ cover: 'glass-lid' })).toBeCloseTo(0.2 * usual, 1)
    expect(lost({ composition: { Cu: 90, Zn: 10 } })).toBeLessThan(usual / 3)
    expect(lost({ composition: { Cu: 100 } })).toBe(0)
  })
  it('two stretches add up to one; the temperature is read off the trace between its points', () => {
    const trace = [
      { atMin: 0, celsius: 1000 },
      { atMin: 10, celsius: 1100 },
    ]
    expect(temperatureAt(trace, -3)).toBe(1000)
    expect(temperatureAt(trace, 4)).toBeCloseTo(1040)
    expect(temperatureAt(trace, 30)).toBe(1100)
    const whole = zincLoss({ ...ask, trace, toMin: 10 })
    const half = zincLoss({ ...ask, trace, toMin: 5 })
    const rest = zincLoss({
      ...ask,
      trace,
      meltG: 4000 - half.lostG,
      composition: { Cu: 100 - half.leftPct, Zn: half.leftPct },
      fromMin: 5,
      toMin: 10,
    })
    expect(half.lostG + rest.lostG).toBeCloseTo(whole.lostG, 6)
    expect(() => zincLoss({ ...ask, trace: [] })).toThrow(RangeError)
  })
  it('the bore of a number 4 is about nine centimetres', () => {
    expect(Math.sqrt((4 * surfaceCm2) / Math.PI)).toBeGreaterThan(8)
    expect(Math.sqrt((4 * surfaceCm2) / Math.PI)).toBeLessThan(11)
  })
})

describe('hydrogen in aluminium (Ransley & Neufeld 1948; from memory)', () => {
  it.each([
    [660.3, 0.69],
    [700, 0.91],
    [750, 1.25],
    [800, 1.68],
  ])('liquid at %d °C: %d cm³/100 g', (celsius, cm3) => {
    expect(hydrogenSolubilityAl(celsius, 1)).toBeCloseTo(cm3, 2)
  })
  it('drops twenty-six-fold on freezing; goes with the root of the pressure', () => {
    expect(hydrogenSolidAl(660.3, 1)).toBeCloseTo(0.036, 3)
    expect(hydrogenSolubilityAl(660.3, 1) / hydrogenSolidAl(660.3, 1)).toBeCloseTo(19, 0)
    expect(hydrogenSolubilityAl(720, 0.04)).toBeCloseTo(0.2 * hydrogenSolubilityAl(720, 1))
    expect(() => hydrogenSolubilityAl(600, 1)).toThrow(RangeError)
    expect(() => hydrogenSolidAl(700, 1)).toThrow(RangeError)
  })
  it('bubbling takes gas out towards its floor', () => {
    expect(degassed(0.3, 0.08, 0, 4)).toBeCloseTo(0.3)
    expect(degassed(0.3, 0.08, 12, 4)).toBeCloseTo(0.08 + 0.22 * Math.exp(-3))
    expect(() => degassed(0.3, 0.08, 5, 0)).toThrow(RangeError)
  })
  it('density index: under 2 good, to 5 usable, above that degas again (common practice, no source)', () => {
    expect(densityIndex(2.68, 2.64)).toMatchObject({ pct: expect.closeTo(1.49, 2), says: 'good' })
    expect(densityIndex(2.68, 2.6).says).toBe('usable')
    expect(densityIndex(2.68, 2.5).says).toBe('degas-again')
    // Swapped: 2.6 in air, 2.68 in a vacuum is no good metal.
    expect(densityIndex(2.6, 2.68)).toMatchObject({ pct: expect.closeTo(-3.08, 2), says: 'swapped' })
    expect(densityIndex(2.68, 2.681).says).toBe('good')
  })
})

it('what goes wrong has something to do at once, and no case calls for water on metal', () => {
  expect(EMERGENCIES.map(({ id }) => id)).toEqual(
    expect.arrayContaining([
      'burn',
      'clothes',
      'eyes',
      'spill',
      'crucible',
      'fire',
      'magnesium',
      'co',
      'leak',
      'bottle',
      'fume',
      'moisture',
      'shock',
    ]),
  )
  for (const { now } of EMERGENCIES) expect(now.length).toBeGreaterThan(2)
})
