import type { ChargeProblem } from '#core/charge'
import { randomProblem, seeded } from './random-problem'

const DOUBTFUL = ['Sn', 'Zn', 'Pb', 'Fe', 'Ni', 'P', 'Sb', 'Si', 'Al', 'Mn', 'Bi', 'S', 'As', 'Ag', 'Mg']

/** Hundreds of lots, every element of each in doubt, and no pure metal: one such kept an engine for minutes. */
export function heavyProblem(lotCount: number, changes: Partial<ChargeProblem> = {}): ChargeProblem {
  const random = seeded(9)
  const problem = randomProblem(3, lotCount, 16)
  const lots = problem.lots.slice(3).map((lot) => ({
    ...lot,
    sd: Object.fromEntries(
      DOUBTFUL.flatMap((symbol) => {
        const pct = lot.composition[symbol] ?? 0
        return pct > 0 ? [[symbol, 0.05 + 0.5 * random() * pct]] : []
      }),
    ),
  }))
  return { ...problem, lots, confidence: 0.99, ...changes }
}
