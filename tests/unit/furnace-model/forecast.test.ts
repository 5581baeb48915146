import { describe, expect, it } from 'vitest'
import {
  chargeHeat,
  forecastHeat,
  FURNACE_MODEL,
  heatCharge,
  type ChargeInPot,
  type ForecastAsk,
  type FurnaceTraits,
  type HeatingAsk,
} from '#core/furnace-model'
import { seededRandom } from '#core/statistics'
import { many } from '../../support/reliability'

const POTS = [
  {
    pot: {
      composition: { Cu: 88, Sn: 10, Zn: 2 },
      metalG: 2100,
      crucibleG: 900,
      solidusC: 854,
      liquidusC: 999,
    },
    targetC: 1100,
  },
  {
    pot: { composition: { Al: 93, Si: 7 }, metalG: 1700, crucibleG: 1100, solidusC: 557, liquidusC: 613 },
    targetC: 730,
  },
  {
    pot: { composition: { Cu: 70, Zn: 30 }, metalG: 3000, crucibleG: 1200, solidusC: 915, liquidusC: 955 },
    targetC: 1040,
  },
] as const
const FUELS = ['propane', 'charcoal', 'electric'] as const
const EVERY_S = 240

/** A furnace drawn from what is believed of its kind. */
function furnaceOf(random: ReturnType<typeof seededRandom>, fuel: (typeof FUELS)[number], targetC: number) {
  const traits = FURNACE_MODEL.fuels[fuel]
  const powerKw = fuel === 'electric' ? 5 : 22
  const { liningFactor, hottestSpreadC, drive } = FURNACE_MODEL
  const enters = Math.min(0.98, traits.enters * traits.entersFactor ** random.normal())
  const enteredW = powerKw * 1000 * enters
  return {
    powerKw,
    enters,
    direct: traits.direct,
    liningKJK: traits.liningKJK * liningFactor ** random.normal(),
    lossWK: enteredW / (Math.max(targetC * 0.7, traits.hottestC + hottestSpreadC * random.normal()) - 25),
    exchangeWK: enteredW / (drive.celsius * drive.factor ** random.normal()),
    responseS: traits.responseS,
  }
}

/** A heat from cold, for five hours at the longest. */
const fromCold = (pot: ChargeInPot, furnace: FurnaceTraits, untilC: number): HeatingAsk => ({
  charge: chargeHeat(pot),
  furnace,
  chargeC: 25,
  liningC: 25,
  seconds: 5 * 3600,
  stepS: 4,
  untilC,
})

/** A heat in such a furnace, and the readings it would give. */
function heatOf(seed: number) {
  const random = seededRandom(seed)
  const { pot, targetC } = POTS[seed % 3]!
  const fuel = FUELS[Math.floor(seed / 3) % 3]!
  const furnace = furnaceOf(random, fuel, targetC)
  const { powerKw } = furnace
  const { readingC } = FURNACE_MODEL
  const { chargeC, reachedS, stepS } = heatCharge(fromCold(pot, furnace, targetC))
  if (reachedS === null || reachedS < 4 * EVERY_S) return null
  const readings = []
  for (let atS = 0; atS <= reachedS / 2; atS += EVERY_S)
    readings.push({
      atS,
      celsius: chargeC[Math.round(atS / stepS)]! + (atS === 0 ? 0 : readingC.value * random.normal()),
    })
  const ask: ForecastAsk = { pot, fuel, powerKw, readings, nowS: reachedS / 2, targetC, seed }
  return { ask, reachedS }
}

describe('when it will be ready', () => {
  it(`${many(200, 80)} noisy heats from half-way: the band holds ninety in a hundred, and the middle is near`, () => {
    let [all, held] = [0, 0]
    const errors: number[] = []
    for (let seed = 0; all < many(200, 80); seed++) {
      const heat = heatOf(500 + seed)
      if (!heat) continue
      const { reachesS } = forecastHeat(heat.ask)
      all++
      if (!reachesS) continue
      if (heat.reachedS >= reachesS.low && heat.reachedS <= (reachesS.high ?? Infinity)) held++
      errors.push(Math.abs(reachesS.mid - heat.reachedS) / heat.reachedS)
    }
    errors.sort((one, other) => one - other)
    expect(held / all).toBeGreaterThan(0.85)
    expect(held / all).toBeLessThan(0.96)
    expect(errors[Math.floor(errors.length / 2)]).toBeLessThan(0.08)
  })
  const usual: ForecastAsk = { ...POTS[0], fuel: 'propane', powerKw: 22, readings: [], nowS: 0 }
  it('before lighting it goes by the kind of furnace, or by what its own heats took', () => {
    const plain = forecastHeat(usual)
    expect(plain.reachesS!.high!).toBeGreaterThan(1.5 * plain.reachesS!.low)
    const taught = forecastHeat({ ...usual, expectedMin: { low: 20, mid: 24, high: 29 } })
    expect(Math.abs(taught.reachesS!.mid / 60 - 24)).toBeLessThan(3)
    expect(taught.reachesS!.high! - taught.reachesS!.low).toBeLessThan(
      plain.reachesS!.high! - plain.reachesS!.low,
    )
  })
  it('every reading narrows it, and the band runs from here to there', () => {
    const readings = [
      { atS: 0, celsius: 25 },
      { atS: 300, celsius: 330 },
      { atS: 600, celsius: 590 },
      { atS: 900, celsius: 790 },
    ]
    const widths = [1, 2, 4].map((count) => {
      const { reachesS } = forecastHeat({ ...usual, readings: readings.slice(0, count), nowS: 900 })
      return reachesS!.high! - reachesS!.low
    })
    expect(widths[1]!).toBeLessThan(widths[0]!)
    expect(widths[2]!).toBeLessThan(widths[1]!)
    const { ahead, offC } = forecastHeat({ ...usual, readings, nowS: 900 })
    expect(ahead[0]!.atS).toBe(900)
    expect(Math.abs(ahead[0]!.mid - 790)).toBeLessThan(25)
    expect(ahead.at(-1)!.mid).toBeCloseTo(1100, 0)
    for (const { low, mid, high } of ahead) expect(low <= mid && mid <= high).toBe(true)
    expect(offC!).toBeLessThan(30)
  })
  it('says that it will not get there where it stands still far below', () => {
    const readings = Array.from({ length: 14 }, (_, at) => ({ atS: at * 300, celsius: 760 + (at % 2) }))
    const { reachesS, odds } = forecastHeat({ ...usual, readings, nowS: 3900 })
    expect(odds).toBeLessThan(0.5)
    expect(reachesS).toBeNull()
  })
  it('is the same for the same seed', () => {
    expect(forecastHeat(usual)).toEqual(forecastHeat(usual))
  })
  it('what gets there in most ways and not in all has a beginning and no end', () => {
    const spans = [1150, 1200, 1250, 1300, 1350, 1400, 1450, 1500].map((targetC) =>
      forecastHeat({ ...usual, targetC }),
    )
    const unsure = spans.filter(({ odds }) => odds >= 0.5 && odds < 0.94)
    expect(unsure.length).toBeGreaterThan(0)
    for (const { reachesS } of unsure) {
      expect(reachesS!.high).toBeNull()
      expect(Number.isFinite(reachesS!.low) && Number.isFinite(reachesS!.mid)).toBe(true)
    }
  })
  it('a fire turned down and up again, as it was written down: the band holds where a full fire would not', () => {
    let [all, held, without] = [0, 0, 0]
    const errors: Record<'told' | 'untold', number[]> = { told: [], untold: [] }
    for (let seed = 1; all < many(60, 24); seed++) {
      const random = seededRandom(seed)
      const { pot, targetC } = POTS[seed % 3]!
      const furnace = furnaceOf(random, 'propane', targetC)
      const [downS, upS] = [400 + 500 * random.even(), 1100 + 900 * random.even()]
      const fire = [
        { atS: downS, power: 0.25 + 0.25 * random.even() },
        { atS: upS, power: 1 },
      ]
      const { chargeC, reachedS } = heatCharge({
        ...fromCold(pot, furnace, targetC),
        given: 1,
        power: fire.map(({ atS, power }) => ({ fromS: atS, power })),
      })
      if (reachedS === null || reachedS < upS + EVERY_S) continue
      const nowS = Math.max(upS, reachedS / 2)
      const readings = []
      for (let atS = 0; atS <= nowS; atS += EVERY_S)
        readings.push({
          atS,
          celsius: chargeC[Math.round(atS / 4)]! + FURNACE_MODEL.readingC.value * random.normal(),
        })
      const untold = {
        pot,
        fuel: 'propane',
        powerKw: furnace.powerKw,
        readings,
        nowS,
        targetC,
        seed,
      } as const
      all++
      for (const [how, ask] of Object.entries({ told: { ...untold, fire }, untold })) {
        const { reachesS } = forecastHeat(ask)
        if (!reachesS) continue
        const inside = reachedS >= reachesS.low && reachedS <= (reachesS.high ?? Infinity)
        if (inside && how === 'told') held++
        if (inside && how === 'untold') without++
        errors[how as 'told'].push(Math.abs(reachesS.mid - reachedS) / reachedS)
      }
    }
    const median = (of: number[]) => [...of].sort((one, other) => one - other)[of.length >> 1]!
    expect(held / all).toBeGreaterThan(0.82)
    expect(median(errors.told)).toBeLessThan(0.08)
    expect(median(errors.told)).toBeLessThan(0.6 * median(errors.untold))
    expect(held).toBeGreaterThan(without)
  })
  it('what is left at half, or open, takes longer from here on, and never gets there in the end', () => {
    const readings = [0, 300, 600, 900].map((atS, at) => ({ atS, celsius: [25, 330, 590, 790][at]! }))
    const from = (more: Partial<ForecastAsk>) =>
      forecastHeat({ ...usual, readings, nowS: 900, ...more }).reachesS?.mid ?? Infinity
    const power = (to: number) => from({ fire: [{ atS: 900, power: to }] })
    const open = from({ lid: { mouthCm2: 60, changes: [{ atS: 900, off: true }] } })
    expect(power(1)).toBeCloseTo(from({}), 6)
    expect([power(0.75) > power(1), power(0.5) > power(0.75), open > from({})]).toEqual([true, true, true])
    expect(power(0)).toBe(Infinity)
    // Opened and shut again before it mattered.
    const shut = from({
      lid: {
        mouthCm2: 60,
        changes: [
          { atS: 890, off: true },
          { atS: 900, off: false },
        ],
      },
    })
    expect(shut - from({})).toBeLessThan(60)
  })
  it('metal that goes in on the way is reckoned with: the band holds, and it errs less than a charge taken as whole', () => {
    const crucible = { crucibleG: 1000 }
    const copper = { composition: { Cu: 100 }, metalG: 1420, solidusC: 1083, liquidusC: 1085, ...crucible }
    const brass = {
      composition: { Cu: 69, Zn: 31 },
      metalG: 2060,
      solidusC: 915,
      liquidusC: 955,
      ...crucible,
    }
    const [atC, targetC] = [1110, 1055]
    let [all, held] = [0, 0]
    const errors: Record<'staged' | 'whole', number[]> = { staged: [], whole: [] }
    for (let seed = 1; all < 60; seed++) {
      const random = seededRandom(seed)
      const furnace = furnaceOf(random, 'propane', 1150)
      const heating = { furnace, stepS: 4, seconds: 5 * 3600 }
      const base = chargeHeat(copper)
      const first = heatCharge({ ...heating, charge: base, chargeC: 25, liningC: 25, untilC: atC })
      if (first.reachedS === null) continue
      const whole = chargeHeat(brass)
      const chargeC = whole.temperature(base.at(first.chargeC.at(-1)!))
      const { liningC } = first
      const second = heatCharge({ ...heating, charge: whole, chargeC, liningC, untilC: targetC })
      if (second.reachedS === null) continue
      const truth = first.reachedS + second.reachedS
      const readings = []
      for (let atS = 0; atS <= truth / 2; atS += EVERY_S)
        readings.push({
          atS,
          celsius:
            first.chargeC[Math.min(first.chargeC.length - 1, Math.round(atS / 4))]! +
            (atS === 0 ? 0 : FURNACE_MODEL.readingC.value * random.normal()),
        })
      all++
      const ask = {
        fuel: 'propane',
        powerKw: furnace.powerKw,
        readings,
        nowS: truth / 2,
        targetC,
        seed,
      } as const
      const staged = forecastHeat({ ...ask, pot: copper, later: { pot: brass, atC } }).reachesS
      const plain = forecastHeat({ ...ask, pot: brass }).reachesS
      if (staged && truth >= staged.low && truth <= (staged.high ?? Infinity)) held++
      if (staged) errors.staged.push(Math.abs(staged.mid - truth) / truth)
      if (plain) errors.whole.push(Math.abs(plain.mid - truth) / truth)
    }
    const median = (of: number[]) => [...of].sort((one, other) => one - other)[of.length >> 1]!
    expect(held / all).toBeGreaterThan(0.8)
    expect(median(errors.staged)).toBeLessThan(0.08)
    expect(median(errors.staged)).toBeLessThan(median(errors.whole))
  })
})
