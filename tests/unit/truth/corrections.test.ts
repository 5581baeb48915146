import loadHighs, { type Highs } from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { findAlloy, nominalOf } from '#core/alloys'
import { wholeComposition } from '#core/assay'
import { correctMelt, type ChargeLot, type CorrectionAsk } from '#core/charge'

let highs: Highs
beforeAll(async () => {
  highs = await loadHighs()
})
const lot = (id: string, composition: Record<string, number>, pricePerKg = 8): ChargeLot => ({
  id,
  composition,
  pricePerKg,
  availableG: 20_000,
})
const target = (id: string): CorrectionAsk['target'] => {
  const { limits, base, othersEachMax, othersTotalMax, ...alloy } = findAlloy(id)!
  return {
    limits,
    base,
    nominal: nominalOf({ limits, base, ...alloy }),
    ...(othersEachMax === undefined ? {} : { othersEachMax }),
    ...(othersTotalMax === undefined ? {} : { othersTotalMax }),
  }
}
const STOCK = [
  lot('offcuts', { Cu: 99.9 }),
  lot('tin', { Sn: 99.9 }, 25),
  lot('zinc', { Zn: 99.9 }, 5),
  lot('extrusions', { Al: 98.7, Si: 0.5, Mg: 0.6, Fe: 0.2 }, 3),
]

describe('putting right by an assay that does not add up', () => {
  const sum = (one: Record<string, number>) => Object.values(one).reduce((a, b) => a + b, 0)
  it.each([100, 99.3, 98.5])('what no figure names is the base: a sum of %f asks for the same', (total) => {
    const seen = { Sn: { pct: 10.6, sd: 0 }, Zn: { pct: 0.4, sd: 0 } }
    const copper = total - 11
    const { composition } = wholeComposition({ ...seen, Cu: { pct: copper, sd: 0 } } as never, {}, 'Cu')
    expect(sum(composition)).toBeCloseTo(100, 9)
    const found = correctMelt(highs, {
      metal: { massG: 1000, composition, sd: {}, molten: true },
      target: target('C90500'),
      lots: STOCK,
      recovery: {},
      aim: 'limits',
    })
    // Zinc from 0.4 to 1 %: (4 + 0.999 x) / (1000 + x) = 0.01.
    expect(found.lines).toEqual([{ lot: 'zinc', massG: expect.closeTo(6 / 0.989, 3) }])
  })
})

describe('what is only tolerated is no ballast', () => {
  it('iron in 356.0 is thinned with aluminium and silicon, never with zinc, copper or tin', () => {
    const asked = (buying: boolean) =>
      correctMelt(highs, {
        metal: { massG: 1000, composition: { Al: 91.88, Si: 7, Mg: 0.3, Fe: 0.82 }, sd: {}, molten: true },
        target: target('356.0'),
        lots: [...STOCK, lot('wheels', { Al: 92.5, Si: 7, Mg: 0.35, Fe: 0.15 }, 2)],
        recovery: {},
        aim: 'limits',
        buying,
      })
    for (const buying of [false, true]) {
      const found = asked(buying)
      expect(found.status).toBe('additions')
      for (const { lot: id } of found.lines) expect(['zinc', 'tin', 'offcuts']).not.toContain(id)
      expect(found.after.composition.Fe).toBeLessThanOrEqual(0.6 + 1e-6)
    }
  })
  it('price counts: of two alike the cheaper', () => {
    const found = correctMelt(highs, {
      metal: { massG: 1000, composition: { Cu: 92, Sn: 6, Zn: 2 }, sd: {}, molten: true },
      target: target('C90500'),
      lots: [lot('dear', { Sn: 99.9 }, 60), lot('fair', { Sn: 99.8, Cu: 0.1 }, 20)],
      recovery: {},
      aim: 'limits',
    })
    expect(found.lines.map(({ lot: id }) => id)).toEqual(['fair'])
  })
})
