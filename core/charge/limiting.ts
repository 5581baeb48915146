import { nth } from '#core/lists'
import type { BlendModel } from './blend-model'
import type { LinearSolution } from './linear-programme'
import type { Limiting } from './plan'
import type { ChargeProblem } from './problem'

/**
 * Marginal values of the bounds that hold the plan, in objective units per wt% or gram, dearest first. Which lots
 * are used stays as it is; a plan in whole pieces moves in jumps and has no marginal values.
 */
export function readLimiting(
  problem: ChargeProblem,
  { rows, lots }: BlendModel,
  { rowDuals, columnDuals, values }: LinearSolution,
): Limiting[] {
  if (lots.some(({ lot, stepG }) => stepG !== undefined && lot.fixedG === undefined)) return []
  const limiting: Limiting[] = []
  for (const { row, twin, kind, element, bound, scale } of rows) {
    const dual = nth(rowDuals, row) + (twin === undefined ? 0 : nth(rowDuals, twin))
    const shadowPrice = (-dual * 100) / scale
    if (shadowPrice < 1e-7) continue
    if (kind === 'others') limiting.push({ kind, bound: 'max', shadowPrice })
    else limiting.push({ kind, element, bound, shadowPrice })
  }
  for (const { lot, column, upperG, unitG } of lots) {
    const atItsMost = upperG > 0 && nth(values, column) * unitG > upperG * (1 - 1e-9)
    if (lot.fixedG !== undefined || !atItsMost) continue
    const shadowPrice = -nth(columnDuals, column) / unitG
    if (shadowPrice > 1e-9) limiting.push({ kind: 'stock', lot: lot.id, shadowPrice })
  }
  return dearestFirst(problem, limiting)
}

/**
 * What holds a plan, the dearest first.
 * @example dearestFirst({ target: { tapMassG: 1 } }, []) // []
 */
export function dearestFirst(problem: Pick<ChargeProblem, 'target'>, limiting: Limiting[]): Limiting[] {
  const weight = (entry: Limiting) =>
    entry.kind === 'stock' ? entry.shadowPrice * problem.target.tapMassG * 0.05 : entry.shadowPrice
  return limiting.sort((a, b) => weight(b) - weight(a))
}
