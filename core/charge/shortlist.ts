import { nth } from '#core/lists'
import type { BlendModel } from './blend-model'
import type { LinearSolution } from './linear-programme'
import type { ChargeProblem } from './problem'

/** Up to this many lots, all are considered. */
export const MOST_LOOKED_AT = 30
/** Lots of equal composition, price and scale that are kept: more add nothing. */
const MOST_ALIKE = 5

/**
 * Selects lots worth a closer look: those used by the cheapest continuous charge, and those with the lowest
 * reduced cost. Of similar lots only the largest stay.
 * @param solution the cheapest continuous charge, with its duals
 * @returns ids; fixed lines are always included
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
      // Per percent of the melt, so that lots with a low yield are not favoured.
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
