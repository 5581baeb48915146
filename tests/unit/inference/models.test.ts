import { describe, expect, it } from 'vitest'
import { ALLOYS, gradeComposition } from '#core/alloys'
import { estimateLiquidus, metalOf } from '#core/families'
import {
  colourProperty,
  densityProperty,
  fourWire,
  fromIacs,
  hardnessProperty,
  liquidusProperty,
  resistivityProperty,
  SHED,
  toIacs,
  type Property,
  type PropertyAsk,
} from '#core/inference'

/** Every grade of the library as it most likely is, its own published figures not told. */
const grades = ALLOYS.filter((alloy) => Object.keys(alloy.limits).length > 0 && metalOf(alloy)).map(
  (alloy) => {
    const { composition } = gradeComposition(alloy)
    const elements = Object.keys(composition)
    const ask: PropertyAsk = { elements, practice: alloy.practice, about: composition }
    const shares = elements.map((symbol) => composition[symbol]!)
    return { alloy, ask, shares }
  },
)
/** How many of the model's own deviations off, for every grade with a published figure. */
function offs(
  property: (ask: PropertyAsk) => Property | null,
  published: (id: string) => number | undefined,
) {
  return grades.flatMap(({ alloy, ask, shares }) => {
    const told = published(alloy.id)
    const model = property(ask)
    return told === undefined || !model ? [] : [{ id: alloy.id, off: (model.at(shares) - told) / model.sd }]
  })
}
const byId = new Map(ALLOYS.map((alloy) => [alloy.id, alloy]))

describe('models of what a shed can measure, held against what is published of the library’s alloys', () => {
  it.each([
    ['density', densityProperty, (id: string) => byId.get(id)?.densityGcm3, 50],
    ['liquidus', liquidusProperty, (id: string) => byId.get(id)?.liquidusC, 45],
    [
      'resistivity',
      resistivityProperty,
      (id: string) =>
        SHED.resistivity.iacs[id] === undefined ? undefined : fromIacs(SHED.resistivity.iacs[id]),
      38,
    ],
  ] as const)('%s of each is within the stated error', (_, property, published, least) => {
    const all = offs(property, published)
    expect(all.length).toBeGreaterThanOrEqual(least)
    for (const { id, off } of all) expect(Math.abs(off), id).toBeLessThan(2.6)
    // One deviation holds about two of three, or more where the published figures are rounded and typical.
    expect(all.filter(({ off }) => Math.abs(off) < 1).length / all.length).toBeGreaterThan(0.64)
  })
  it('a published figure of the grade is where its model begins', () => {
    for (const { alloy, ask, shares } of grades) {
      const density = densityProperty({ ...ask, alloy })
      if (alloy.densityGcm3 && density?.anchored) expect(density.at(shares)).toBeCloseTo(alloy.densityGcm3, 9)
      const liquidus = liquidusProperty({ ...ask, alloy })
      if (alloy.liquidusC && liquidus?.anchored) expect(liquidus.at(shares)).toBeCloseTo(alloy.liquidusC, 9)
      if (liquidus && alloy.liquidusC)
        expect(liquidus.sd).toBeLessThanOrEqual(liquidusProperty(ask)?.sd ?? Infinity)
    }
  })
  it('along the elements the liquidus is that of the charge’s own estimate', () => {
    const composition = { Cu: 86, Sn: 9, Zn: 4, Pb: 0.8 }
    const ask = { elements: Object.keys(composition), practice: 'tin-bronze', about: composition } as const
    expect(liquidusProperty(ask)!.at(Object.values(composition))).toBeCloseTo(
      estimateLiquidus(composition)!.liquidusC,
      9,
    )
  })
  it('brasses shrink as the wrought brass table says', () => {
    for (const [zinc, gcm3] of [
      [0, 8.94],
      [10, 8.8],
      [15, 8.75],
      [20, 8.67],
      [30, 8.53],
      [35, 8.47],
      [40, 8.39],
    ] as const) {
      const model = densityProperty({
        elements: ['Cu', 'Zn'],
        practice: 'wrought-brass',
        about: { Cu: 70, Zn: 30 },
      })!
      expect(Math.abs(model.at([100 - zinc, zinc]) / gcm3 - 1)).toBeLessThan(0.01)
    }
  })
  it('hardness and colour go where they should, and nothing is told of metals without figures', () => {
    const of = (practice: PropertyAsk['practice'], about: Record<string, number>) => ({
      elements: Object.keys(about),
      practice,
      about,
    })
    expect(hardnessProperty(of('tin-bronze', { Cu: 91, Sn: 9 }))!.at([91, 9])).toBeCloseTo(70.5, 6)
    expect(hardnessProperty(of('wrought-brass', { Cu: 70, Zn: 30 }))).toBeNull()
    expect(colourProperty(of('aluminium-casting', { Al: 93, Si: 7 }))).toBeNull()
    expect(resistivityProperty(of('zinc-aluminium', { Zn: 96, Al: 4 }))).toBeNull()
    expect(colourProperty(of('wrought-brass', { Cu: 70, Zn: 30 }))!.at([70, 30])).toBe(30)
    expect(toIacs(fromIacs(28))).toBeCloseTo(28, 12)
  })
  it('four wires: annealed copper reads as itself, at any temperature', () => {
    for (const celsius of [0, 20, 60]) {
      // IEC 60028: 0.00393 per degree.
      const really = 1.7241 * (1 + 0.00393 * (celsius - 20))
      const told = fourWire({ amps: 10, millivolts: really, lengthMm: 100, sectionMm2: 10, celsius }, 'Cu')!
      expect(told.microOhmCm).toBeCloseTo(1.7241, 2)
      expect(told.sd / told.microOhmCm).toBeLessThan(0.04)
    }
    expect(() => fourWire({ amps: 0, millivolts: 1, lengthMm: 1, sectionMm2: 1, celsius: 20 }, 'Cu')).toThrow(
      RangeError,
    )
    expect(fourWire({ amps: 1, millivolts: 1, lengthMm: 1, sectionMm2: 1, celsius: 20 }, 'Zn')).toBeNull()
  })
})
