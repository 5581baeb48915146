import { describe, expect, it } from 'vitest'
import { ALLOYS, nominalWhole, solidDensity, zincLeast, zincWanted } from '#core/alloys'
import {
  alloyRecovery,
  estimateLiquidus,
  familyOf,
  liquidusOf,
  metalFacts,
  pourWindow,
  shrinkageOf,
  type FamilyMetal,
} from '#core/families'
import { learnFurnace } from '#core/learn'
import { freezingLaw, freezingTime, mouldHeat, MOULDS, riserFor } from '#core/casting'
import { ELEMENTS } from '#core/composition'
import { FUELS, meltEffort, priorEfficiency } from '#core/gear'
import {
  findCaution,
  freezingHeat,
  meltHeat,
  practiceAreas,
  practicesOf,
  runSheet,
  zincPressure,
  type ChargedLot,
} from '#core/melt'
import { liquidusWords, windowWords } from '~/shared/words/alloys-words'
import { holdWords, stepWords } from '~/features/melt/melt-words'

/* Every number that can be shown of an alloy of the library, over a grid, against what physics allows. */

const LOWEST = { Cu: 714, Al: 450, Zn: 375, Sn: 183 } as const
const celsius = (symbol: string) => ELEMENTS[symbol]!.Tm_K! - 273.15
const tools = (metal: FamilyMetal) => ({
  grams: (value: number) => `${value.toFixed(1)} g`,
  degrees: (value: number) => `${Math.round(value)} °C`,
  degreesApart: (value: number) => `${Math.round(value)} °C`,
  metal,
})
const HOLES = [
  /NaN|undefined|null|Infinity|\[object/,
  /-\d+(\.\d+)? (g|°C)/,
  // A place that nothing was put into.
  /: ,| {2}|\b(between|and|of|to) +[,.]/,
]
/** No sentence may carry what is no number, or a figure without its unit. */
function sound(text: string, where: string): void {
  // Asked tens of thousands of times: only a fault is told to the test.
  if (HOLES.some((hole) => hole.test(text))) expect.fail(`${where}: ${text}`)
}

describe('every alloy of the library', () => {
  it.each(ALLOYS.map((alloy) => [`${alloy.id}, ${alloy.name}`, alloy] as const))('%s', (_, alloy) => {
    const whole = nominalWhole(alloy)
    const { metal } = familyOf(alloy)!
    // Shares.
    expect(Object.values(whole).reduce((a, b) => a + b, 0)).toBeCloseTo(100, 6)
    for (const [symbol, pct] of Object.entries(whole)) {
      expect(pct, symbol).toBeGreaterThanOrEqual(0)
      const { min = 0, max = 100 } = alloy.limits[symbol] ?? {}
      expect(pct, symbol).toBeGreaterThanOrEqual(min - 1e-9)
      expect(pct, symbol).toBeLessThanOrEqual(max + 1e-9)
    }
    // Temperatures.
    const liquidus = liquidusOf(alloy, whole)!
    expect(liquidus).not.toBeNull()
    const highest = Math.max(...Object.keys(whole).map(celsius))
    expect(liquidus.liquidusC).toBeLessThanOrEqual(highest)
    expect(liquidus.liquidusC).toBeGreaterThanOrEqual(LOWEST[metal])
    if (alloy.solidusC !== undefined) expect(alloy.solidusC).toBeLessThanOrEqual(liquidus.liquidusC)
    const window = pourWindow(alloy, liquidus)!
    expect(window.fromC).toBeGreaterThan(liquidus.liquidusC + liquidus.spreadC)
    expect(window.usualC).toBeGreaterThanOrEqual(window.fromC)
    expect(window.toC).toBeGreaterThan(window.usualC - 1e-9)
    expect(window.toC).toBeLessThan(liquidus.liquidusC + liquidus.spreadC + 260)
    sound(liquidusWords(liquidus, tools(metal)), 'liquidus')
    sound(windowWords(window, tools(metal)), 'window')
    // Density between the lightest and the heaviest member, or as published.
    const { gcm3 } = solidDensity(alloy)
    const densities = Object.keys(whole).flatMap((symbol) => ELEMENTS[symbol]?.rhoS ?? [])
    expect(gcm3).toBeGreaterThan(0.95 * Math.min(...densities))
    expect(gcm3).toBeLessThan(1.05 * Math.max(...densities))
    // Heat.
    const toPour = meltHeat(whole, window.usualC)
    expect(toPour).toBeGreaterThan(100)
    expect(toPour).toBeLessThan(1700)
    expect(meltHeat(whole, window.toC)).toBeGreaterThanOrEqual(toPour)
    const freezes = freezingHeat(whole, window.usualC, liquidus.liquidusC)
    expect(freezes).toBeGreaterThan(20)
    expect(freezes).toBeLessThan(toPour)
    for (const { id: fuel } of FUELS) {
      const furnace = { fuel, efficiency: null, powerKw: 10, pricePerUnit: 1 }
      const effort = meltEffort(
        furnace,
        2 * toPour,
        learnFurnace(priorEfficiency(furnace), 10, []).forecast(2 * toPour),
      )
      for (const band of [effort.fuel, effort.minutes, effort.cost]) {
        expect(band.low).toBeGreaterThan(0)
        expect(band.mid).toBeGreaterThanOrEqual(band.low)
        expect(band.high).toBeGreaterThanOrEqual(band.mid)
      }
    }
    // Losses.
    for (const [symbol, share] of Object.entries(alloyRecovery(alloy))) {
      expect(share, symbol).toBeGreaterThan(0)
      expect(share, symbol).toBeLessThanOrEqual(1)
    }
    const least = zincLeast(alloy)
    if (least !== null) expect(least).toBeLessThanOrEqual(zincWanted(alloy) + 1e-9)
    const pressure = zincPressure(whole, window.toC)
    expect(pressure).toBeGreaterThanOrEqual(0)
    if (!whole.Zn) expect(pressure).toBe(0)
    // Mould.
    const shrinkage = shrinkageOf(alloy.practice)
    if (shrinkage) {
      expect(shrinkage.lowPct).toBeGreaterThan(0)
      expect(shrinkage.highPct).toBeGreaterThanOrEqual(shrinkage.lowPct)
      expect(shrinkage.highPct).toBeLessThan(3)
    } else expect(['Zn', 'Sn']).toContain(metal)
    for (const { id: mould } of MOULDS) {
      const law = freezingLaw(
        { densityGcm3: gcm3, heatKJkg: freezes, freezingC: liquidus.liquidusC },
        mould,
        mouldHeat(mould, metal)?.fromC,
      )
      expect(freezingTime(law, 1), mould).toBeGreaterThan(0)
      // Slowest in hot plaster: some hundred seconds for a wall of 4 mm, more for silicon bronze poured hot for its doubt.
      expect(freezingTime(law, 1), mould).toBeLessThan(130)
    }
    if (metal === 'Cu' || metal === 'Al')
      for (const modulusMm of [2, 6, 15]) {
        const riser = riserFor({
          modulusMm,
          volumeCm3: 200,
          heightOverDiameter: 1.5,
          onTop: false,
          freezingShrinkagePct: metalFacts(metal).freezingShrinkage!.pct,
        })
        for (const value of Object.values(riser))
          if (typeof value === 'number') expect(value).toBeGreaterThan(0)
      }
  })
})

describe('every practice', () => {
  it('of every alloy: doses in order, sources told, nothing offered that its family does not have', () => {
    for (const alloy of ALLOYS)
      for (const { id: area } of practiceAreas(alloy))
        for (const practice of practicesOf(alloy, area)) {
          const where = `${alloy.id} ${practice.id}`
          const { sharePct, tooMuchPct, minutes, source, cautions } = practice
          expect(source.length, where).toBeGreaterThan(3)
          if (sharePct) {
            expect(sharePct[0], where).toBeGreaterThan(0)
            expect(sharePct[1], where).toBeGreaterThanOrEqual(sharePct[0])
            expect(tooMuchPct ?? 100, where).toBeGreaterThan(sharePct[1])
          }
          if (minutes) expect(minutes[1], where).toBeGreaterThanOrEqual(minutes[0])
          for (const caution of cautions) expect(() => findCaution(caution), where).not.toThrow()
        }
  })
})

describe('every run sheet', () => {
  const lots = (alloy: (typeof ALLOYS)[number]): ChargedLot[][] => {
    const of = (name: string, composition: Record<string, number>, massG: number, form = 'bar') => ({
      lotId: name,
      name,
      form,
      massG,
      composition,
    })
    const whole = nominalWhole(alloy)
    const virgin = Object.entries(whole)
      .filter(([, pct]) => pct > 0)
      .map(([symbol, pct]) => of(`virgin ${symbol}`, { [symbol]: 100 }, 20 * pct))
    return [
      [of('returns', whole, 2000, 'casting')],
      virgin,
      [...virgin, of('turnings', whole, 300, 'turnings')],
    ]
  }
  it('reads without a hole: no NaN, no figure below nothing, each hold in words', () => {
    let read = 0
    for (const alloy of ALLOYS) {
      const { metal } = familyOf(alloy)!
      for (const charge of lots(alloy))
        for (const liquidus of [liquidusOf(alloy, nominalWhole(alloy)), null])
          for (const topUpZincG of [0, 30])
            for (const step of runSheet(alloy, charge, liquidus, {
              topUpZincG,
              newCrucible: true,
              crucibleG: 900,
            })) {
              const { title, how } = stepWords(step, tools(metal))
              const where = `${alloy.id} ${step.id}`
              sound(`${title} ${how}`, where)
              if (how.length <= 10) expect.fail(`${where}: ${how}`)
              for (const reading of [null, 300, 1500])
                sound(holdWords(step, 'wait', reading, tools(metal).degrees), where)
              read++
            }
    }
    expect(read).toBeGreaterThan(4000)
  })
  it('an estimate that reaches is never below the lowest eutectic nor above the highest melting of what is in it', () => {
    for (const alloy of ALLOYS)
      for (const charge of lots(alloy)) {
        const grams: Record<string, number> = {}
        for (const { composition, massG } of charge)
          for (const [symbol, pct] of Object.entries(composition))
            grams[symbol] = (grams[symbol] ?? 0) + (massG * pct) / 100
        const total = Object.values(grams).reduce((a, b) => a + b, 0)
        const found = estimateLiquidus(
          Object.fromEntries(Object.entries(grams).map(([symbol, g]) => [symbol, (100 * g) / total])),
        )
        if (!found) continue
        expect(found.liquidusC).toBeGreaterThan(LOWEST[familyOf(alloy)!.metal] - found.spreadC)
        expect(found.liquidusC).toBeLessThan(Math.max(...Object.keys(grams).map(celsius)) + 1)
      }
  })
})
