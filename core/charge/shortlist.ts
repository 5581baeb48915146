import { nth } from '#core/lists'
import type { BlendModel } from './blend-model'
import type { LinearSolution } from './linear-programme'
import type { ChargeProblem } from './problem'

/** Up to so many lots all of them are looked at. */
export const MOST_LOOKED_AT = 30
/** Lots of one composition, price and scale that are kept: more of them bring nothing new. */
const MOST_ALIKE = 5

/**
 * Chooses the lots worth a closer look: those the cheapest charge of any amounts uses, and those that would cost least
 * to bring in by its prices. Of lots alike only the largest stay.
 * @param solution the cheapest charge of any amounts, with its prices
 * @returns ids; fixed lines are always among them
 * @example shortlist({ lots: [{ id: 'a', fixedG: 1 }] }, { lots: [] }, { values: [], columnDuals: [] }, new Set()).size // 1
 */
export function shortlist(
  problem: ChargeProblem,
  { lots }: Pick<BlendModel, 'lots'>,
  { values, columnDuals }: Pick<LinearSolution, 'values' | 'columnDuals'>,
  always: ReadonlySet<string>,
): Set<string> {
  const kept = new Set(problem.lots.flatMap(({ id, fixedG }) => (fixedG !== undefined ? id : [])))
  const alike = new Map<string, number>()
  const ranked = lots
    .filter(({ lot, upperG }) => lot.fixedG === undefined && upperG > 0)
    .map(({ lot, column, coefficients, upperG }) => ({
      lot,
      upperG,
      used: nth(values, column) > 1e-9 || always.has(lot.id),
      // For a percent of the melt, so that lots that melt away are not flattered.
      dear: Math.max(0, nth(columnDuals, column)) / Math.max(coefficients.meltPerG, 1e-9),
    }))
    .sort(
      (a, b) =>
        Number(b.used) - Number(a.used) ||
        a.dear - b.dear ||
        b.upperG - a.upperG ||
        (a.lot.id < b.lot.id ? -1 : 1),
    )
  for (const { lot, used } of ranked) {
    if (kept.size >= MOST_LOOKED_AT && !used) break
    const { id: _, availableG: __, ...rest } = lot
    const key = JSON.stringify(rest)
    const count = alike.get(key) ?? 0
    alike.set(key, count + 1)
    if (used || count < MOST_ALIKE) kept.add(lot.id)
  }
  return kept
}
