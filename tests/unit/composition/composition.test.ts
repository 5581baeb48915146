import { elements as openData } from 'chemical-elements'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ALLOYS, nominalOf } from '#core/alloys'
import {
  blendDensity,
  compositionSchema,
  ELEMENTS,
  mix,
  sumPct,
  SYMBOLS,
  unidentifiedPct,
} from '#core/composition'

const openMass = new Map(openData.map(({ symbol, mass }) => [symbol, mass]))

describe('elements', () => {
  it.each(Object.keys(ELEMENTS))(
    '%s has the atomic mass of an independent open data set (chemical-elements, MIT)',
    (symbol) => {
      expect(ELEMENTS[symbol]!.A / openMass.get(symbol)!).toBeCloseTo(1, 3)
    },
  )
  it('zinc weighs 65.38 (present IUPAC value)', () => {
    expect(ELEMENTS.Zn!.A).toBe(65.38)
  })
  it.each([
    ['Sn', 231.928],
    ['Zn', 419.527],
    ['Al', 660.323],
    ['Ag', 961.78],
    ['Cu', 1084.62],
    ['Pb', 327.46],
  ])('%s melts at %f °C (ITS-90 fixed points; from memory)', (symbol, celsius) => {
    expect(ELEMENTS[symbol]!.Tm_K! - 273.15).toBeCloseTo(celsius, 0)
  })
  it('knows every symbol the open data set has', () => {
    expect([...openMass.keys()].filter((symbol) => !SYMBOLS.includes(symbol))).toEqual([])
  })
})

describe('density by specific volumes', () => {
  const near = (id: string, tolerance: number) => {
    const alloy = ALLOYS.find((entry) => entry.id === id)!
    const nominal = nominalOf(alloy)
    const rest = 100 - sumPct(Object.fromEntries(Object.entries(nominal).filter(([e]) => e !== alloy.base)))
    const density = blendDensity({ ...nominal, [alloy.base]: rest })
    expect(Math.abs(density / alloy.densityGcm3! - 1), `${id}: ${density}`).toBeLessThan(tolerance)
  }
  it.each(['C90300', 'C90500', 'C90700', 'C93200', 'C83600', '356.0', '443.0'])(
    '%s comes within 1.5 % of its published density',
    (id) => near(id, 0.015),
  )
  it('319.0, whose iron and zinc are not in the nominal, comes within 2 %', () => near('319.0', 0.02))
  it('takes plain brass from the wrought table: 8.53 g/cm³ at 30 % zinc', () => {
    expect(blendDensity({ Cu: 70, Zn: 30 })).toBeCloseTo(8.53, 6)
    expect(blendDensity({ Cu: 62.5, Zn: 37.5 })).toBeCloseTo(8.43, 6)
  })
  it('refuses a metal nobody knows', () => {
    expect(() => blendDensity({})).toThrow(RangeError)
  })
})

describe('compositions', () => {
  const portion = fc.record({
    massG: fc.double({ min: 0.1, max: 5000, noNaN: true }),
    composition: fc
      .tuple(fc.double({ min: 0, max: 50, noNaN: true }), fc.double({ min: 0, max: 50, noNaN: true }))
      .map(([Cu, Sn]) => ({ Cu, Sn })),
  })
  it('mixing keeps every gram of every element', () => {
    fc.assert(
      fc.property(fc.array(portion, { minLength: 1, maxLength: 6 }), (portions) => {
        const total = portions.reduce((sum, { massG }) => sum + massG, 0)
        const mixed = mix(portions)
        for (const symbol of ['Cu', 'Sn'] as const) {
          const before = portions.reduce(
            (sum, { massG, composition }) => sum + massG * composition[symbol],
            0,
          )
          expect((mixed[symbol] ?? 0) * total).toBeCloseTo(before, 5)
        }
      }),
    )
  })
  it('what nobody named is unidentified', () => {
    expect(unidentifiedPct({ Cu: 88, Sn: 10 })).toBe(2)
  })
  it('refuses more than 100 % and unknown symbols', () => {
    expect(compositionSchema.safeParse({ Cu: 90, Sn: 11 }).success).toBe(false)
    expect(compositionSchema.safeParse({ Xx: 1 }).success).toBe(false)
    expect(compositionSchema.safeParse({ Cu: -1 }).success).toBe(false)
  })
})
