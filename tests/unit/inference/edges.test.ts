import { describe, expect, it } from 'vitest'
import { ALLOYS, type Alloy } from '#core/alloys'
import { seededRandom } from '#core/statistics'
import {
  chargePrior,
  contradictions,
  contributions,
  inferredVerdict,
  nearestByOdds,
  termsOf,
  nextTests,
  type Inferred,
  type Observation,
  type PriorLine,
} from '#core/inference'

const line = (
  lotId: string,
  massG: number,
  composition: PriorLine['composition'],
  sd: PriorLine['sd'] = {},
): PriorLine => ({ lotId, massG, metallicYield: 1, composition, sd })
const prior = chargePrior({
  lines: [
    line('copper', 880, { Cu: 100 }),
    line('valves', 520, { Cu: 85, Sn: 5, Zn: 5, Pb: 5 }, { Sn: 0.6, Zn: 0.8, Pb: 0.8 }),
  ],
  recovery: {},
  alsoSeen: { Fe: 0.05 },
})
const meltG = prior.meanG.reduce((sum, one) => sum + one, 0)
const about = Object.fromEntries(
  prior.elements.map((symbol, at) => [symbol, (100 * prior.meanG[at]!) / meltG]),
)
const termsFor = (...seen: Observation[]) =>
  termsOf(seen, { elements: prior.elements, practice: 'tin-bronze', about }).terms
const inferred = (elements: string[], ...draws: number[][]): Inferred =>
  ({
    elements,
    pct: elements.map((_, at) => draws.reduce((sum, one) => sum + one[at]!, 0) / draws.length),
    draws: Float64Array.from(draws.flat()),
  }) as unknown as Inferred

describe('what each observation says by itself', () => {
  it('is told of the elements that it makes surer or moves, the surest first, with what was believed before', () => {
    const terms = termsFor(
      { id: 'lead', is: 'reading', element: 'Pb', pct: about.Pb! + 0.05, sd: 0.02 },
      { id: 'tin', is: 'reading', element: 'Sn', pct: about.Sn!, sd: 0.1 },
    )
    const [lead, tin] = contributions({ prior, terms })
    expect([lead!.id, tin!.id]).toEqual(['lead', 'tin'])
    const [first, ...others] = lead!.says
    expect(first!.element).toBe('Pb')
    // Two doubts of one figure: their precisions add.
    const before = first!.before.sd
    expect(before).toBeCloseTo((0.8 * 520) / meltG, 1)
    expect(first!.sd).toBeCloseTo(1 / Math.hypot(1 / before, 1 / 0.02), 2)
    expect(first!.pct).toBeCloseTo(about.Pb! + 0.05, 1)
    for (const { element, sd, before: was } of others) {
      expect(element).not.toBe('Fe')
      expect(sd / was.sd).toBeGreaterThanOrEqual(first!.sd / before)
    }
    expect(tin!.says[0]!.element).toBe('Sn')
  })
  it('what is far from all the rest is called so, what is near is not', () => {
    const near = termsFor({ id: 'lead', is: 'reading', element: 'Pb', pct: about.Pb! + 0.2, sd: 0.02 })
    const far = termsFor({ id: 'lead', is: 'reading', element: 'Pb', pct: about.Pb! + 2, sd: 0.02 })
    expect(contradictions({ prior, terms: near })).toEqual([])
    expect(contradictions({ prior, terms: far }).map(({ id }) => id)).toEqual(['lead'])
  })
})

describe('what a melt is expected to be', () => {
  it('has no element of which there is a millionth, and each of which a spread is told', () => {
    const of = (composition: PriorLine['composition'], sd: PriorLine['sd'] = {}) =>
      chargePrior({ lines: [line('a', 1000, composition, sd)], recovery: {} }).elements.toSorted()
    expect(of({ Cu: 90, Sn: 10, Ag: 1e-5 })).toEqual(['Cu', 'Sn'])
    expect(of({ Cu: 90, Sn: 9.99, Ag: 0.01 })).toEqual(['Ag', 'Cu', 'Sn'])
    expect(of({ Cu: 90, Sn: 10 }, { Pb: 0.1 })).toEqual(['Cu', 'Pb', 'Sn'])
  })
})

describe('judged by draws', () => {
  const bronze = (limits: Alloy['limits'], id: string): Alloy => ({
    ...ALLOYS.find((one) => one.id === 'C90500')!,
    limits,
    id,
  })
  it('a draw at a limit keeps it, one beyond does not, and on which side is told', () => {
    const metal = inferred(['Cu', 'Sn'], [92, 8], [88, 12], [87.9, 12.1], [92.1, 7.9])
    const verdict = inferredVerdict(metal, { Sn: { min: 8, max: 12 } })
    expect(verdict.odds).toBe(0.5)
    expect(verdict.limits[0]!.odds).toBe(0.5)
    expect(inferredVerdict(metal, { Sn: { min: 8 } }).odds).toBe(0.75)
    expect(inferredVerdict(metal, { Sn: { max: 12 } }).odds).toBe(0.75)
    // What nobody looked for is taken as none of it.
    expect(inferredVerdict(metal, { Pb: { min: 0.1 } }).odds).toBe(0)
    expect(inferredVerdict(metal, { Pb: { max: 0.1 } }).odds).toBe(1)
  })
  it('where it is no alloy the nearest is told, in whatever order they stand', () => {
    const metal = inferred(['Cu', 'Sn'], [88.8, 11.2], [88.8, 11.2])
    const below = bronze({ Cu: { min: 50 }, Sn: { min: 8, max: 10 } }, 'below')
    const above = bronze({ Cu: { min: 50 }, Sn: { min: 12, max: 14 } }, 'above')
    for (const alloys of [
      [below, above],
      [above, below],
    ])
      expect(nearestByOdds(metal, alloys).map(({ alloy, odds }) => [alloy.id, odds])).toEqual([['above', 0]])
    // Alike in odds, the one that it lies in by more comes first.
    const wide = bronze({ Cu: { min: 50 }, Sn: { min: 11, max: 14 } }, 'wide')
    expect(nearestByOdds(metal, [below, above, wide])[0]!.alloy.id).toBe('wide')
    // Of many that it may be, a few are told.
    const many = Array.from({ length: 9 }, (_, at) => ({ ...wide, id: `wide-${at}` }))
    expect(nearestByOdds(metal, many).length).toBeLessThan(6)
  })
})

describe('the next test where nothing is aimed at', () => {
  const models = (sd: number) => ({
    ...{ density: null, liquidus: null, resistivity: null, colour: null },
    hardness: { at: (shares: ArrayLike<number>) => shares[1]!, sd, anchored: false },
  })
  const ask = (draws: number[][], sd: number) =>
    nextTests({
      inferred: inferred(['Cu', 'Sn'], ...draws),
      models: models(sd),
      limits: null,
      probeSdC: 8,
      done: new Set(['laboratory', 'xrf'] as const),
    })
  it('one that tells two metals apart leaves no doubt', () => {
    const draws = Array.from({ length: 400 }, (_, at) => (at % 2 ? [90, 10] : [100, 0]))
    const [best] = ask(draws, 0.01)
    expect(best).toMatchObject({ test: 'hardness', before: 1 })
    expect(best!.after).toBeLessThan(0.05)
  })
  it('one as unsure as what is believed leaves 1 / √2 of the doubt', () => {
    const { normal } = seededRandom(4)
    // The spread of measuring goes by the first: 6 % of 10, and 0.8 of the model, are 1 together.
    const draws = Array.from({ length: 500 }, (_, at) => 10 + (at === 0 ? 0 : normal())).map((tin) => [
      100 - tin,
      tin,
    ])
    const [best] = ask(draws, 0.8)
    expect(Math.abs(best!.after - Math.SQRT1_2)).toBeLessThan(0.05)
  })
  it('nothing is worth testing where nothing is in doubt', () => {
    expect(
      ask(
        Array.from({ length: 400 }, () => [90, 10]),
        0.01,
      ),
    ).toEqual([])
  })
})
