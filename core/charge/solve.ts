import type { Highs } from 'highs'
import { buildBlendModel, excessMaxG, type BlendModel } from './blend-model'
import { ConeMemory, recallCones, rememberCones } from './cones'
import { diagnose } from './diagnose'
import { NO_SOLUTION, type LinearSolution, type OpenProgramme } from './linear-programme'
import { describePlan, emptyPlan, readLines } from './describe'
import type { ChargePlan, Limiting } from './plan'
import type { ChargeProblem } from './problem'
import { search, type SearchResult } from './search'
import { ProgrammeShelf } from './shelf'

/** Seconds a solve may take when the problem does not say. */
const DEFAULT_TIME_LIMIT_S = 5

/** Roundings tried once one that holds is at hand. */
const ROUNDING_NODES = 300

export interface ChargeSolver {
  /**
   * Finds the best charge for a problem.
   * @param problem in grams, wt% and fractions, already guarded by `parseChargeProblem`
   * @returns a plan; when nothing fits, status "infeasible" with what conflicts and proven ways out
   * @throws Error only when the solver itself fails
   */
  solve(problem: ChargeProblem): ChargePlan
  /**
   * A good charge at once: the search for a still better choice of lots stops after so many nodes, always the
   * same ones, and the plan then says "feasible" with how much cheaper another could be.
   * @returns null when nothing fits
   */
  quickPlan(problem: ChargeProblem, nodes: number): ChargePlan | null
}

/**
 * Makes a charge solver over a loaded HiGHS.
 * @param highs the solver's runtime, loaded by the caller (worker, server or command line)
 * @param clockMs reads a running clock, milliseconds; only for time limits
 * @param keep answer from former answers where that is quicker. Of charges that cost the same, the one given may
 *   then depend on what was asked before; without it the same problem always gets the same charge.
 */
export function createChargeSolver(
  highs: Highs,
  clockMs: () => number = () => 0,
  { keep = false } = {},
): ChargeSolver {
  const kept = new ConeMemory()
  const shelf = new ProgrammeShelf(highs, keep ? undefined : 0)

  function attempt(problem: ChargeProblem, seconds: number, nodes = Infinity) {
    const model = buildBlendModel(problem)
    if (model.programme.isEmpty) return { found: NOTHING_FOUND, model }
    const memory = keep ? kept : new ConeMemory()
    const end = clockMs() + seconds * 1000
    let open: OpenProgramme | null = shelf.take(model)
    try {
      if (open.added === 0) recallCones(open, model, memory)
      const found = search(open, model, () => clockMs() > end, nodes)
      if (found.solution.feasible) rememberCones(model, found.solution, memory)
      shelf.giveBack(open)
      open = null
      return { found, model }
    } finally {
      if (open) shelf.giveBack(open, true)
    }
  }

  function planFrom(
    problem: ChargeProblem,
    { found, model }: { found: SearchResult; model: BlendModel },
  ): ChargePlan | null {
    const { solution, proven, gap } = found
    if (!solution.feasible) return null
    return {
      ...describePlan(problem, readLines(model.lots, solution)),
      status: proven ? 'optimal' : 'feasible',
      ...(proven ? {} : { gap }),
      limiting: readLimiting(problem, model, solution),
    }
  }

  /**
   * A plan in the scale's steps. What limits it, and how far it may be from the best, is read from the plan without
   * steps: proving which of many near-equal roundings is best would take for ever and gain cents.
   */
  function roundedPlan(problem: ChargeProblem, seconds: number): ChargePlan | null {
    const smooth = { ...problem, excessMaxG: excessMaxG(problem) }
    delete smooth.incrementG
    const ideal = planFrom(smooth, attempt(smooth, seconds / 2))
    if (!ideal) return null
    const plan = planFrom(problem, attempt(problem, seconds / 2, ROUNDING_NODES))
    if (!plan) return null
    if (plan.status === 'optimal') return { ...plan, limiting: ideal.limiting }
    const gap = ideal.cost > 0 ? Math.max(0, plan.cost / ideal.cost - 1) : 0
    const nearEnough = ideal.status === 'optimal' && problem.objective === 'cost' && gap <= 1e-9
    return { ...plan, status: nearEnough ? 'optimal' : 'feasible', gap, limiting: ideal.limiting }
  }

  return {
    solve(problem) {
      const seconds = problem.timeLimitS ?? DEFAULT_TIME_LIMIT_S
      const plan =
        problem.incrementG === undefined
          ? planFrom(problem, attempt(problem, seconds))
          : roundedPlan(problem, seconds)
      if (plan) return plan
      const works = (changed: ChargeProblem) => attempt(changed, seconds / 4).found.solution.feasible
      return { ...emptyPlan(), ...diagnose(highs, problem, works) }
    },
    quickPlan: (problem, nodes) =>
      planFrom(problem, attempt(problem, problem.timeLimitS ?? DEFAULT_TIME_LIMIT_S, nodes)),
  }
}

const NOTHING_FOUND: SearchResult = { solution: NO_SOLUTION, proven: true, gap: 0 }

/**
 * Marginal values of the bounds that hold the plan, in objective units per wt% or gram, dearest first. Which lots
 * are used stays as it is; a plan in whole pieces moves in jumps and has no marginal values.
 */
function readLimiting(
  problem: ChargeProblem,
  { rows, lots }: BlendModel,
  { rowDuals, columnDuals, values }: LinearSolution,
): Limiting[] {
  if (lots.some(({ lot, stepG }) => stepG !== undefined && lot.fixedG === undefined)) return []
  const limiting: Limiting[] = []
  for (const { row, kind, element, bound, scale } of rows) {
    const shadowPrice = (-rowDuals[row]! * 100) / scale
    if (shadowPrice < 1e-7) continue
    if (kind === 'others') limiting.push({ kind, bound: 'max', shadowPrice })
    else limiting.push({ kind, element, bound, shadowPrice })
  }
  for (const { lot, column, upperG, unitG } of lots) {
    const atItsMost = upperG > 0 && values[column]! * unitG > upperG * (1 - 1e-9)
    if (lot.fixedG !== undefined || !atItsMost) continue
    const shadowPrice = -columnDuals[column]! / unitG
    if (shadowPrice > 1e-9) limiting.push({ kind: 'stock', lot: lot.id, shadowPrice })
  }
  const weight = (entry: Limiting) =>
    entry.kind === 'stock' ? entry.shadowPrice * problem.target.tapMassG * 0.05 : entry.shadowPrice
  return limiting.sort((a, b) => weight(b) - weight(a))
}
