import { describe, expect, it } from 'vitest'
import { ALLOYS, nominalWhole } from '#core/alloys'
import { estimateLiquidus, liquidusOf } from '#core/families'
import {
  findPlateau,
  holdOf,
  hydrogenGuess,
  hydrogenSolubilityAl,
  INCANDESCENCE,
  magnesiumLeft,
  probeErrorWhileMolten,
  probeErrorAtPlateau,
  topUp,
} from '#core/melt'

describe('the metal checks the thermocouple', () => {
  it('950 °C with copper already liquid reads at least 135 °C low (common practice: freezing point 1084.6 °C)', () => {
    expect(probeErrorWhileMolten(950, 1084.62, 0)).toEqual({
      offByC: 1084.62 - 950,
      kind: 'at-least',
      spreadC: 0,
    })
    expect(Math.round(probeErrorWhileMolten(950, 1084.62, 0)!.offByC)).toBe(135)
    expect(probeErrorWhileMolten(1082, 1084.62, 0)).toBeNull()
    expect(probeErrorWhileMolten(1070, 1084.62, 20)).toBeNull()
  })
  it('a plateau off its place by more than the doubt names the error with its sign', () => {
    expect(probeErrorAtPlateau(985, 1000, 5)?.offByC).toBe(15)
    expect(probeErrorAtPlateau(1020, 1000, 10)?.offByC).toBe(-20)
    expect(probeErrorAtPlateau(992, 1000, 10)).toBeNull()
  })
  it.each(ALLOYS.map((alloy) => [alloy.id, alloy] as const))(
    '%s: cooled through its freezing, the plateau is found at its liquidus, and the estimate agrees within its error',
    (_, alloy) => {
      const { liquidusC } = liquidusOf(alloy, nominalWhole(alloy))!
      const trace = Array.from({ length: 90 }, (__, at) => ({
        atMin: at / 6,
        celsius: liquidusC + (at < 30 ? 60 - 2 * at : at < 60 ? (at % 2 ? 0.5 : -0.5) : -2 * (at - 60)),
      }))
      expect(Math.abs(findPlateau(trace)!.celsius - liquidusC)).toBeLessThan(2.5)
      const estimate = estimateLiquidus(nominalWhole(alloy))!
      expect(Math.abs(estimate.liquidusC - liquidusC)).toBeLessThanOrEqual(estimate.spreadC)
    },
  )
})

describe('holds', () => {
  const zinc = { hold: 'cool-enough' as const, meltC: { fromC: 1010, toC: 1059 } }
  const window = { fromC: 1059, usualC: 1099, toC: 1149 }
  it('wait for what the log knows, leave the rest to the eye', () => {
    expect(holdOf(zinc, { celsius: 1100, mouldLookedAt: false })).toBe('wait')
    expect(holdOf(zinc, { celsius: 1059, mouldLookedAt: false })).toBe('met')
    // Colder, and the melt freezes round what goes in.
    expect(holdOf(zinc, { celsius: 1000, mouldLookedAt: false })).toBe('wait')
    expect(holdOf(zinc, { celsius: null, mouldLookedAt: false })).toBe('look')
    expect(holdOf({ hold: 'in-window', window }, { celsius: 1150, mouldLookedAt: false })).toBe('wait')
    expect(holdOf({ hold: 'in-window', window }, { celsius: 1100, mouldLookedAt: false })).toBe('met')
    expect(holdOf({ hold: 'mould-dry' }, { celsius: 1100, mouldLookedAt: true })).toBe('met')
    expect(holdOf({}, { celsius: 1100, mouldLookedAt: true })).toBeNull()
  })
})

describe('zinc put back', () => {
  it('2000 g at 27 % to 30 % takes 85.7 g of zinc: (540 + 85.7) / 2085.7 = 30 %', () => {
    const massG = topUp(2000, 27, 30, 100)
    expect(massG).toBeCloseTo(85.714, 3)
    expect((100 * (540 + massG)) / (2000 + massG)).toBeCloseTo(30, 9)
    expect(topUp(2000, 31, 30, 100)).toBe(0)
    expect(() => topUp(2000, 27, 30, 30)).toThrow(RangeError)
  })
})

describe('magnesium and hydrogen, estimated', () => {
  const at = (celsius: number) => [{ atMin: 0, celsius }]
  it('a short hold meets the recovery of 0.90 (estimate of the trade), a hot long one loses more', () => {
    const { leftPct, fromPct, toPct } = magnesiumLeft(0.4, at(740), 0, 20)
    expect(leftPct / 0.4).toBeCloseTo(0.9, 2)
    expect(fromPct).toBeLessThan(leftPct)
    expect(toPct).toBeGreaterThan(leftPct)
    expect(magnesiumLeft(0.4, at(800), 0, 20).leftPct).toBeLessThan(leftPct)
    expect(magnesiumLeft(0.4, at(740), 0, 60).leftPct).toBeLessThan(leftPct)
    expect(() => magnesiumLeft(0.4, [], 0, 1)).toThrow(RangeError)
  })
  it('never above what the metal dissolves at 1 atm; more reasons more, bubbling less', () => {
    const quiet = hydrogenGuess(740, 0, 0)
    expect(hydrogenGuess(740, 2, 0).high).toBeCloseTo(2 * quiet.high, 9)
    expect(hydrogenGuess(740, 40, 0).high).toBeCloseTo(hydrogenSolubilityAl(740, 1), 9)
    expect(hydrogenGuess(740, 2, 12).high).toBeLessThan(hydrogenGuess(740, 2, 0).high / 3)
    expect(quiet.low).toBeLessThan(quiet.high)
    expect(hydrogenGuess(740, 0, 12).sore).toBe(false)
  })
})

it('the colours of heat rise in order (common practice: cherry about 815, orange 900–1000 °C)', () => {
  const mids = INCANDESCENCE.map(({ fromC, toC }) => (fromC + toC) / 2)
  expect(mids).toEqual([...mids].sort((a, b) => a - b))
  expect(INCANDESCENCE.find(({ id }) => id === 'cherry')).toMatchObject({ fromC: 770, toC: 860 })
})
