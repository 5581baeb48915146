import type { ChargeProblem } from '#core/charge'
import { randomProblem, seeded } from './random-problem'

/** A seeded blend whose every solute is known to a few percent, to be inside all its limits with one probability. */
export function jointProblem(seed: number): ChargeProblem {
  const random = seeded(seed + 9000)
  const given = randomProblem(seed, 8 + Math.floor(7 * random()), 6 + Math.floor(5 * random()))
  return {
    ...given,
    version: 2,
    confidence: [0.8, 0.9, 0.95, 0.99][Math.floor(4 * random())]!,
    confidenceOf: 'all',
    excessMaxG: 0,
    lots: given.lots.map((lot) => ({
      ...lot,
      sd: Object.fromEntries(
        Object.entries(lot.composition)
          .filter(([symbol, pct]) => symbol !== 'Cu' && pct > 0)
          .map(([symbol, pct]) => [symbol, Number((pct * (0.02 + 0.06 * random())).toPrecision(3))]),
      ),
    })),
  }
}
