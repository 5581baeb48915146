import { describe, expect, it } from 'vitest'
import {
  bareMelt,
  burn,
  chargeHeat,
  forecastHeat,
  FURNACE_MODEL,
  heatCharge,
  radiated,
  type Fire,
  type ForecastAsk,
  type FurnaceTraits,
} from '#core/furnace-model'

const bronze = {
  composition: { Cu: 88, Sn: 10, Zn: 2 },
  metalG: 2100,
  crucibleG: 900,
  solidusC: 854,
  liquidusC: 999,
}

/** A furnace just as its kind is taken to be. */
function usual(fuel: 'propane', powerKw: number): FurnaceTraits {
  const { enters, direct, liningKJK, hottestC, responseS } = FURNACE_MODEL.fuels[fuel]
  const enteredW = powerKw * enters * 1000
  return {
    ...{ powerKw, enters, direct, liningKJK, responseS },
    lossWK: enteredW / (hottestC - 25),
    exchangeWK: enteredW / FURNACE_MODEL.drive.celsius,
  }
}
const run = heatCharge({
  charge: chargeHeat(bronze),
  furnace: usual('propane', 22),
  chargeC: 25,
  liningC: 25,
  seconds: 3600,
  stepS: 4,
})
/** Where that run is at a moment, by the straight line between two steps. */
function celsiusAt(atS: number): number {
  const [from, to] = [Math.floor(atS / 4), Math.ceil(atS / 4)]
  const share = atS / 4 - from
  return (1 - share) * run.chargeC[from]! + share * run.chargeC[to]!
}
const ask: ForecastAsk = { pot: bronze, fuel: 'propane', powerKw: 22, readings: [], nowS: 0, targetC: 1100 }
const readingsAt = (...all: number[]) => all.map((atS) => ({ atS, celsius: celsiusAt(atS) }))

describe('at the edges of a heat to come', () => {
  it('what is no element, and what there is none of, counts for nothing', () => {
    const plain = chargeHeat(bronze)
    const more = chargeHeat({ ...bronze, composition: { ...bronze.composition, Pb: 0, Xx: 3 } })
    for (const celsius of [300, 700, 900, 1000, 1150])
      expect(more.at(celsius)).toBeCloseTo(plain.at(celsius), 9)
    expect(() => chargeHeat({ ...bronze, composition: { Xx: 100 } })).toThrow(RangeError)
  })
  it('of a long log sixty readings are used, evenly spread, the first and the newest among them', () => {
    const times = Array.from({ length: 119 }, (_, at) => at * 8)
    const every = readingsAt(...times)
    const long = forecastHeat({ ...ask, readings: every, nowS: 944 })
    expect(long).toEqual(forecastHeat({ ...ask, readings: every.filter((_, at) => at % 2 === 0), nowS: 944 }))
    // One more than sixty is still told to its end.
    const readings = every.slice(0, 61)
    const [first, second] = [readings, readings.toReversed()].map((one) =>
      forecastHeat({ ...ask, readings: one, nowS: 480 }),
    )
    expect(first).toEqual(second)
    expect(first!.ahead[0]!.atS).toBe(480)
  })
  it('a furnace as its kind is leaves nothing over, at whatever moment it is read', () => {
    const readings = readingsAt(0, 242, 480, 722, 960, 1202, 1440)
    const { offC, reachesS } = forecastHeat({ ...ask, readings, nowS: 1440 })
    expect(offC!).toBeLessThan(0.3)
    const truly = run.chargeC.findIndex((celsius) => celsius >= 1100) * 4
    expect(reachesS!.low).toBeLessThan(truly)
    expect(reachesS!.high!).toBeGreaterThan(truly)
    expect(Math.abs(reachesS!.mid - truly)).toBeLessThan(0.03 * truly)
  })
  it('once a reading is above the liquidus it is molten, and no time is told for it', () => {
    const hotS = run.chargeC.findIndex((celsius) => celsius >= 1010) * 4
    const before = forecastHeat({ ...ask, readings: readingsAt(0, 400, 800), nowS: 800 })
    expect(before.moltenS!.mid).toBeGreaterThan(800)
    expect(before.moltenS!.mid).toBeLessThan(before.reachesS!.mid)
    const after = forecastHeat({ ...ask, readings: readingsAt(0, 400, 800, hotS), nowS: hotS })
    expect(after.moltenS).toBeNull()
    expect(after.reachesS!.mid).toBeGreaterThan(hotS)
  })
})

describe('one step with the lid off', () => {
  it('takes out of the melt what it radiates bare less what a lid lets, and out of the lining what its chamber shows', () => {
    const { lidLets, chamberPerMouth } = FURNACE_MODEL.mouth
    const stepS = 3
    // Nothing is burnt, and lining and melt are as hot as each other: all that goes, goes through the mouth.
    const furnace = { ...usual('propane', 0), lossWK: 0, exchangeWK: 9 }
    const after = (openCm2: number) => {
      const fire: Fire = { heatKJ: 900, liningC: 1100, given: 0, enteredKJ: 0, lostKJ: 0 }
      burn(fire, furnace, 1100, 0, stepS, openCm2)
      return fire
    }
    const open = after(80)
    const melt = ((1 - lidLets) * bareMelt(1100, 80) * stepS) / 1000
    const chamber = (chamberPerMouth * 80 * radiated(1100) * stepS) / 1000
    expect(after(0)).toEqual({ heatKJ: 900, liningC: 1100, given: 0, enteredKJ: 0, lostKJ: 0 })
    expect(900 - open.heatKJ).toBeCloseTo(melt, 9)
    expect(open.lostKJ).toBeCloseTo(melt + chamber, 9)
    expect((1100 - open.liningC) * furnace.liningKJK).toBeCloseTo(chamber, 9)
  })
})
