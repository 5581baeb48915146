import { describe, expect, it } from 'vitest'
import {
  ALLOYS,
  alloySchema,
  baseMetal,
  findAlloy,
  gradeComposition,
  nominalOf,
  orderedLimits,
  searchAlloys,
  solidDensity,
  zincLeast,
  zincWanted,
} from '#core/alloys'
import { estimateLiquidus } from '#core/families'
import { sumPct } from '#core/composition'

describe('library', () => {
  it('is well formed, with a source for every alloy and no id twice', () => {
    for (const alloy of ALLOYS) {
      expect(() => alloySchema.parse(alloy), alloy.id).not.toThrow()
      expect(alloy.source.length).toBeGreaterThan(5)
    }
    expect(new Set(ALLOYS.map(({ id }) => id)).size).toBe(ALLOYS.length)
  })

  it('limits read from the base to the traces, whatever order they are stored in', () => {
    const { limits } = findAlloy('C90500')!
    const back = Object.fromEntries(Object.entries(limits).reverse())
    const order = orderedLimits(back).map(([symbol]) => symbol)
    expect(order.slice(0, 3)).toEqual(['Cu', 'Sn', 'Zn'])
    expect(order).toHaveLength(Object.keys(limits).length)
    expect(new Set(order.slice(-2))).toEqual(new Set(['Al', 'Si']))
  })

  it('lets no melt pass that holds more of anything else than of its base: worst case by bounds', () => {
    for (const alloy of ALLOYS) {
      const main = baseMetal(alloy)
      const { limits, othersTotalMax } = alloy
      expect(othersTotalMax, alloy.id).toBeDefined()
      const room = { ...limits, '?': { max: othersTotalMax! } } as Record<
        string,
        { min?: number; max?: number }
      >
      // What the alloy calls the rest may be anything that the others leave.
      if (alloy.base !== main && !limits[alloy.base]) room[alloy.base] = { max: 100 }
      const others = Object.entries(room).filter(([symbol]) => symbol !== main)
      const mostOf = ({ max = 100 }) => max
      const leastMain = Math.max(
        limits[main]?.min ?? 0,
        100 - others.reduce((sum, [, limit]) => sum + mostOf(limit), 0),
      )
      const least = others.reduce((sum, [, { min = 0 }]) => sum + min, 0)
      for (const [symbol, limit] of others) {
        const most = Math.min(mostOf(limit), 100 - leastMain - (least - (limit.min ?? 0)))
        expect(most, `${alloy.id}: ${symbol} against ${main}`).toBeLessThan(leastMain)
      }
    }
  })

  it('leaves others as much as the standards do: copper and the named elements at least 98.9 to 99.4 %', () => {
    const of = (id: string) => findAlloy(id)!.othersTotalMax
    // ASTM B584 and UNS listings, from memory.
    expect(['C83600', 'C93200', 'C85200', 'C85400', 'C86500'].map(of)).toEqual([0.7, 1, 0.9, 1.1, 1])
    const { limits } = findAlloy('white-metal-2')!
    expect([limits.Fe, limits.Bi, limits.Cd]).toEqual([{ max: 0.08 }, { max: 0.08 }, { max: 0.05 }])
    expect(findAlloy('535.0')!.limits.Be).toEqual({ max: 0.007 })
  })

  it('covers bronze, brass, copper, aluminium, zinc and tin', () => {
    const groups = new Set(ALLOYS.map(({ group }) => group))
    expect([...groups].sort()).toEqual(['aluminium', 'brass', 'bronze', 'copper', 'tin', 'zinc'])
    expect(ALLOYS.length).toBeGreaterThanOrEqual(14)
  })

  it('C83600 has the published limits (ASTM B584; from memory)', () => {
    expect(findAlloy('C83600')!.limits).toEqual({
      Cu: { min: 84, max: 86 },
      Sn: { min: 4, max: 6 },
      Zn: { min: 4, max: 6 },
      Pb: { min: 4, max: 6 },
      Al: { max: 0.005 },
      Si: { max: 0.005 },
      Fe: { max: 0.3 },
      Ni: { max: 1 },
      P: { max: 0.05 },
      Sb: { max: 0.25 },
      S: { max: 0.08 },
    })
  })

  it('C90500 has the published limits (ASTM B584; from memory)', () => {
    expect(findAlloy('C90500')!.limits).toMatchObject({
      Cu: { min: 86, max: 89 },
      Sn: { min: 9, max: 11 },
      Zn: { min: 1, max: 3 },
      Pb: { max: 0.3 },
      Al: { max: 0.005 },
    })
  })

  it('356.0 has the published limits (aluminium registration records; from memory)', () => {
    const alloy = findAlloy('356.0')!
    expect(alloy.limits).toEqual({
      Si: { min: 6.5, max: 7.5 },
      Fe: { max: 0.6 },
      Cu: { max: 0.25 },
      Mn: { max: 0.35 },
      Mg: { min: 0.2, max: 0.45 },
      Zn: { max: 0.35 },
      Ti: { max: 0.25 },
    })
    expect([alloy.othersEachMax, alloy.othersTotalMax]).toEqual([0.05, 0.15])
  })

  it('a single minimum is a minimum: silicon bronze holds 94 % copper or more', () => {
    expect(findAlloy('C87300')!.limits.Cu).toEqual({ min: 94 })
  })
})

describe('nominal and grade', () => {
  it('gunmetal aims at 10 % tin and 2 % zinc', () => {
    expect(nominalOf(findAlloy('C90500')!)).toEqual({ Sn: 10, Zn: 2 })
  })
  it('a known grade adds up to 100 % and lies inside its own limits', () => {
    for (const alloy of ALLOYS) {
      const { composition } = gradeComposition(alloy)
      expect(sumPct(composition), alloy.id).toBeCloseTo(100, 1)
      for (const [symbol, { min, max }] of Object.entries(alloy.limits)) {
        if (symbol === alloy.base) continue
        expect(composition[symbol] ?? 0, `${alloy.id} ${symbol}`).toBeGreaterThanOrEqual((min ?? 0) - 1e-3)
        expect(composition[symbol] ?? 0, `${alloy.id} ${symbol}`).toBeLessThanOrEqual((max ?? 100) + 1e-3)
      }
    }
  })
})

describe('temperatures', () => {
  it.each([
    '356.0',
    'A356.0',
    '319.0',
    'A380.0',
    '443.0',
    '535.0',
    '1100',
    '3004',
    '5052',
    '6061',
    '6063',
    '2024',
    '7075',
  ])(
    'estimates the liquidus of %s within its stated 7 °C of the published value (one more for rounding)',
    (id) => {
      const alloy = findAlloy(id)!
      const { liquidusC, spreadC } = estimateLiquidus({ Al: 90, ...nominalOf(alloy) })!
      expect(Math.abs(liquidusC - alloy.liquidusC!)).toBeLessThanOrEqual(spreadC + 1)
    },
  )
})

describe('finding an alloy by words', () => {
  const first = (asked: string) => searchAlloys(ALLOYS, asked)[0]?.name
  it('names before uses, and numbers', () => {
    expect(first('gear bronze')).toBe('Gear bronze, 89-11')
    expect(first('BEARING  bronze')).toBe('Bearing bronze, 83-7-7-3')
    expect(first('c905')).toBe('Gunmetal, 88-10-0-2')
    expect(searchAlloys(ALLOYS, 'window').map(({ id }) => id)).toContain('6063')
    expect(searchAlloys(ALLOYS, 'gears').length).toBeGreaterThan(0)
    expect(searchAlloys(ALLOYS, 'gear unobtainium')).toEqual([])
    expect(searchAlloys(ALLOYS, ' ')).toEqual([...ALLOYS])
  })
})

describe('what a specification leaves unsaid', () => {
  it('the metal it holds most of, though its rest be another', () => {
    expect(baseMetal(findAlloy('C26000')!)).toBe('Cu')
    expect(baseMetal({ base: 'Zn', limits: { Al: { min: 25, max: 28 } } })).toBe('Zn')
    expect(baseMetal({ base: 'Zn', limits: { Al: { min: 58, max: 62 }, Cu: { max: 2 } } })).toBe('Al')
  })
  it('the least zinc of a brass whose zinc is the rest: what all others at their most leave', () => {
    expect(zincLeast({ base: 'Zn', limits: { Cu: { max: 71.5 }, Pb: { max: 0.07 } } })).toBeCloseTo(28.43, 9)
    expect(zincLeast({ base: 'Zn', limits: { Cu: { max: 71.5 } }, othersTotalMax: 0.15 })).toBeCloseTo(
      28.35,
      9,
    )
    expect(zincLeast({ base: 'Cu', limits: { Zn: { min: 4, max: 6 } } })).toBe(4)
    expect(zincLeast({ base: 'Cu', limits: { Sn: { min: 9, max: 11 } } })).toBeNull()
    expect(zincLeast({ base: 'Zn', limits: { Cu: {} } })).toBeNull()
  })
  it('the zinc it aims at, else the most it allows, else none', () => {
    expect(zincWanted({ base: 'Cu', limits: { Zn: { min: 4, max: 6 } } })).toBe(5)
    expect(zincWanted({ base: 'Cu', limits: { Zn: { max: 0.7 } } })).toBe(0.7)
    expect(zincWanted({ base: 'Cu', limits: { Sn: { min: 9, max: 11 } } })).toBe(0)
  })
  it('a density that was published is told as such, any other as an estimate', () => {
    expect(solidDensity({ base: 'Cu', limits: {}, densityGcm3: 8.7 })).toEqual({ gcm3: 8.7, published: true })
    const reckoned = solidDensity({ base: 'Cu', limits: {} })
    expect(reckoned.published).toBe(false)
    expect(reckoned.gcm3).toBeCloseTo(8.96, 2)
  })
})
