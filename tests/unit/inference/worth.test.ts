import { beforeAll, describe, expect, it } from 'vitest'
import highs from 'highs'
import { createChargeSolver, normalQuantile, type ChargeProblem, type ChargeSolver } from '#core/charge'
import { worthKnowing } from '#core/inference'

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await highs())
})
/** Scrap with lead in doubt, thinned by copper to at most 1 % of lead. */
const problem = (sd: number): ChargeProblem => ({
  format: 'hephaestal/charge-problem',
  version: 2,
  target: { tapMassG: 1000, limits: { Pb: { max: 1 } }, base: 'Cu' },
  lots: [
    { id: 'scrap', availableG: 4000, pricePerKg: 2, composition: { Cu: 98, Pb: 2 }, sd: { Pb: sd } },
    { id: 'copper', availableG: 5000, pricePerKg: 10, composition: { Cu: 100 } },
  ],
  objective: 'cost',
  confidence: 0.95,
})

describe('what it is worth to know a lot better', () => {
  it('is what a hand reckons: scrap taken to the limit, surely now, and as it turns out then', () => {
    const sd = 0.4
    const k = normalQuantile(0.95)
    const scrapG = (pct: number, doubt: number) => Math.min(1000, (1000 * 1) / (pct + k * doubt))
    const cost = (g: number) => (2 * g + 10 * (1000 - g)) / 1000
    // A laboratory reads 2 % to 0.02: what it finds lies about 2 % as the doubt says, less what stays of it.
    const error = 0.02
    const after = (sd * error) / Math.hypot(sd, error)
    const moves = Math.sqrt(3 * (sd ** 2 - after ** 2))
    const then =
      (2 / 3) * cost(scrapG(2, after)) +
      (1 / 6) * (cost(scrapG(2 + moves, after)) + cost(scrapG(2 - moves, after)))
    const now = cost(scrapG(2, sd))
    const takes = { scrap: scrapG(2, sd), copper: 1000 - scrapG(2, sd) }
    const [best] = worthKnowing({
      problem: problem(sd),
      practice: 'tin-bronze',
      solver,
      takes,
      tests: ['laboratory'],
    })
    expect(best).toMatchObject({ lotId: 'scrap', test: 'laboratory', possible: 1 })
    expect(best!.heat).toBeCloseTo(now - then, 3)
    expect(best!.pile).toBeCloseTo(((now - then) * 4000) / takes.scrap, 2)
    // By hand: 1.10 of 6.99.
    expect(best!.heat).toBeCloseTo(1.1, 1)
  })
  it('a density brings less than a laboratory, and nothing is worth nothing', () => {
    const told = worthKnowing({ problem: problem(0.4), practice: 'tin-bronze', solver, takes: {} })
    const by = Object.fromEntries(told.map(({ test, heat }) => [test, heat!]))
    expect(by.density!).toBeLessThan(by.xrf!)
    expect(by.xrf!).toBeLessThanOrEqual(by.laboratory!)
    expect(told.every(({ pile }) => pile === null)).toBe(true)
    expect(worthKnowing({ problem: problem(0), practice: 'tin-bronze', solver, takes: {} })).toEqual([])
  })
  it('a heat that cannot be made for sure may be, once the lot is known', () => {
    const tight: ChargeProblem = { ...problem(0.4), lots: problem(0.4).lots.slice(0, 1) }
    tight.target = { ...tight.target, limits: { Pb: { max: 2.3 } } }
    const [lab] = worthKnowing({
      problem: tight,
      practice: 'tin-bronze',
      solver,
      takes: {},
      tests: ['laboratory'],
    })
    expect(lab!.heat).toBeNull()
    expect(lab!.possible).toBeCloseTo(5 / 6, 6)
  })
})
