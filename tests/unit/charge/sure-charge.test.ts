import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { createChargeSolver, isNone, type ChargeProblem, type ChargeSolver } from '#core/charge'
import { seeded } from '../../support/random-problem'
import { many } from '../../support/reliability'

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs())
})

/** Seven lots of a bronze yard whose solutes are known to a few percent, their copper as the rest, and copper limited. */
function bronzeYard(seed: number, confidence: number): ChargeProblem {
  const random = seeded(seed + 4100)
  const about = (value: number) => Number((value * (0.7 + 0.6 * random())).toFixed(3))
  const scrap = (id: string, solutes: Record<string, number>, pricePerKg: number) => {
    const composition: Record<string, number> = {}
    for (const [symbol, pct] of Object.entries(solutes)) composition[symbol] = about(pct)
    const rest = Object.values(composition).reduce((sum, pct) => sum + pct, 0)
    const sd = Object.fromEntries(
      Object.entries(composition).map(([symbol, pct]) => [
        symbol,
        Number((pct * (0.04 + 0.08 * random())).toFixed(4)),
      ]),
    )
    return {
      id,
      availableG: 400 + 2500 * random(),
      pricePerKg: about(pricePerKg),
      composition: { Cu: 100 - rest, ...composition },
      sd,
    }
  }
  return {
    format: 'hephaestal/charge-problem',
    version: 2,
    target: {
      tapMassG: 2000,
      limits: {
        Cu: { min: 86, max: 89.5 },
        Sn: { min: 7.5, max: 9.5 },
        Zn: { min: 2, max: 5 },
        Pb: { max: 0.4 },
      },
      base: 'Cu',
    },
    lots: [
      scrap('taps', { Sn: 4, Zn: 6, Pb: 2.5 }, 4.5),
      scrap('bushes', { Sn: 10, Pb: 0.5 }, 6),
      scrap('bell', { Sn: 20 }, 9),
      scrap('brass', { Zn: 32, Pb: 0.2 }, 4),
      scrap('wire', { Sn: 0.1 }, 7),
      { id: 'copper', availableG: 5000, pricePerKg: 10, composition: { Cu: 100 } },
      { id: 'tin', availableG: 1000, pricePerKg: 34, composition: { Sn: 100 } },
    ],
    objective: 'cost',
    confidence,
    confidenceOf: 'all',
  }
}

/** Errors of every lot and solute, drawn once: the same for every charge that is judged. */
function drawnErrors(given: ChargeProblem, seed: number, draws: number) {
  const random = seeded(seed)
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  return Array.from({ length: draws }, () =>
    given.lots.map((lot) => {
      const off: Record<string, number> = { Cu: 0 }
      for (const [symbol, sd] of Object.entries(lot.sd ?? {})) {
        off[symbol] = sd * normal()
        off.Cu! -= off[symbol]!
      }
      return off
    }),
  )
}

/** The share of drawn melts inside all limits; the melt's mass is that of its lots. */
function oddsDrawn(
  given: ChargeProblem,
  masses: readonly number[],
  errors: ReturnType<typeof drawnErrors>,
): number {
  const tap = masses.reduce((sum, massG) => sum + massG, 0)
  const sides = Object.entries(given.target.limits).map(([symbol, { min = -Infinity, max = Infinity }]) => ({
    symbol,
    min,
    max,
    pct: masses.reduce(
      (sum, massG, at) => sum + (massG * (given.lots[at]!.composition[symbol] ?? 0)) / tap,
      0,
    ),
  }))
  let inside = 0
  for (const drawn of errors)
    if (
      sides.every(({ symbol, min, max, pct }) => {
        let value = pct
        for (let at = 0; at < masses.length; at++) value += (masses[at]! * (drawn[at]![symbol] ?? 0)) / tap
        return value >= min && value <= max
      })
    )
      inside++
  return inside / errors.length
}

/** A search by random steps that know nothing of the solver: the cheapest charge found with the odds, from a start. */
function randomSearch(
  given: ChargeProblem,
  start: readonly number[],
  errors: ReturnType<typeof drawnErrors>,
  seed: number,
  steps: number,
) {
  const random = seeded(seed)
  const cost = (masses: readonly number[]) =>
    masses.reduce((sum, massG, at) => sum + (massG * given.lots[at]!.pricePerKg) / 1000, 0)
  let best = [...start]
  for (let step = 0; step < steps; step++) {
    const size = 60 * 0.999 ** step + 1
    const next = best.map((massG, at) =>
      Math.min(
        given.lots[at]!.availableG,
        Math.max(0, massG + (random() < 0.5 ? (random() - 0.5) * size : 0)),
      ),
    )
    const total = next.reduce((sum, massG) => sum + massG, 0)
    const scaled = next.map((massG) => (massG * 2000) / total)
    if (scaled.some((massG, at) => massG > given.lots[at]!.availableG)) continue
    if (cost(scaled) < cost(best) && oddsDrawn(given, scaled, errors) >= given.confidence!) best = scaled
  }
  return cost(best)
}

describe('a charge whose whole melt is in spec as often as asked', () => {
  it(`keeps no more certainty than was asked, and no search by chance beats it by 1 %: ${many(12, 3)} seeded yards`, () => {
    let solved = 0
    for (let seed = 1; seed <= many(12, 3); seed++) {
      const given = bronzeYard(seed, seed % 2 ? 0.8 : 0.9)
      const plan = solver.solve(given)
      if (isNone(plan)) continue
      solved++
      const errors = drawnErrors(given, seed, 3000)
      const masses = given.lots.map(({ id }) => plan.lines.find(({ lot }) => lot === id)?.massG ?? 0)
      const drawn = oddsDrawn(given, masses, errors)
      expect(Math.abs(drawn - given.confidence!), `seed ${seed}: ${drawn}`).toBeLessThan(0.02)
      expect(Math.abs(drawn - plan.probabilityInLimits), `seed ${seed}`).toBeLessThan(0.02)
      // The same draws for both: a start that has the odds by them, whatever chance made of them.
      const judged = { ...given, confidence: Math.min(drawn, given.confidence!) }
      const least = randomSearch(judged, masses, errors, seed, many(3000, 1500))
      expect(plan.cost / least, `seed ${seed}: ${plan.cost} against ${least}`).toBeLessThan(1.01)
    }
    expect(solved).toBeGreaterThan(many(8, 1))
  }, 240_000)
})
