import type { Highs } from 'highs'
import { buildBlendModel, type BlendModel } from './blend-model'
import { diagnose } from './diagnose'
import type { LinearSolution } from './linear-programme'
import type { ChargePlan, Limiting, PlanLine } from './plan'
import { predictMelt, probabilityInLimits } from './predict'
import type { ChargeProblem } from './problem'

/** Seconds a solve may take when the problem does not say. */
const DEFAULT_TIME_LIMIT_S = 5

/** Lines lighter than this are the solver's dust, g. */
const DUST_G = 1e-6

export interface ChargeSolver {
  /**
   * Finds the best charge for a problem.
   * @param problem in grams, wt% and fractions, already guarded by `parseChargeProblem`
   * @returns a plan; when nothing fits, status "infeasible" with what conflicts and proven ways out
   * @throws Error only when the solver itself fails
   */
  solve(problem: ChargeProblem): ChargePlan
}

/**
 * Makes a charge solver over a loaded HiGHS.
 * @param highs the solver's runtime, loaded by the caller (worker, server or command line)
 */
export function createChargeSolver(highs: Highs): ChargeSolver {
  return {
    solve(problem) {
      const timeLimitS = problem.timeLimitS ?? DEFAULT_TIME_LIMIT_S
      const model = buildBlendModel(problem)
      const solution = model.programme.minimise(highs, timeLimitS)
      if (solution.status === 'infeasible') return { ...emptyPlan(), ...diagnose(highs, problem, timeLimitS) }
      const lines = readLines(model, solution)
      return {
        ...describePlan(problem, lines),
        status: solution.status,
        ...(solution.status === 'feasible' ? { gap: solution.gap } : {}),
        limiting: limitingOf(highs, problem, model, solution, lines, timeLimitS),
      }
    },
  }
}

function readLines({ lots, unitG }: BlendModel, { values }: LinearSolution): PlanLine[] {
  const lines: PlanLine[] = []
  for (const { lot, column, upperG } of lots) {
    const massG = lot.fixedG ?? Math.min(values[column]! * unitG, upperG)
    if (massG <= DUST_G) continue
    if (lot.pieceG === undefined || lot.fixedG !== undefined) lines.push({ lot: lot.id, massG })
    else {
      const pieces = Math.round(massG / lot.pieceG)
      if (pieces > 0) lines.push({ lot: lot.id, massG: pieces * lot.pieceG, pieces })
    }
  }
  return lines
}

/** Everything said of a plan is computed again from its lines, not read from the solver. */
function describePlan(problem: ChargeProblem, lines: PlanLine[]): ChargePlan {
  const lotById = new Map(problem.lots.map((lot) => [lot.id, lot]))
  const charged = lines.map(({ lot, massG }) => ({ massG, lot: lotById.get(lot)! }))
  const melt = predictMelt(charged, problem.recovery ?? {})
  return {
    ...emptyPlan(),
    lines,
    chargeMassG: melt.chargeMassG,
    tapMassG: melt.tapMassG,
    cost: charged.reduce((sum, { massG, lot }) => sum + (massG * lot.pricePerKg) / 1000, 0),
    virginMassG: charged.reduce((sum, { massG, lot }) => sum + (lot.virgin ? massG : 0), 0),
    composition: melt.composition,
    sd: melt.sd,
    probabilityInLimits: probabilityInLimits(melt.composition, melt.sd, problem.target.limits),
  }
}

/** A plan with yes/no choices has no marginal values; with the choices held, it has. Whole pieces have none. */
function limitingOf(
  highs: Highs,
  problem: ChargeProblem,
  model: BlendModel,
  solution: LinearSolution,
  lines: PlanLine[],
  timeLimitS: number,
): Limiting[] {
  if (solution.rowDuals.length > 0) return readLimiting(problem, model, solution)
  if (lines.some(({ pieces }) => pieces !== undefined)) return []
  const held = buildBlendModel(problem, { use: new Set(lines.map(({ lot }) => lot)) })
  const again = held.programme.minimise(highs, timeLimitS)
  return again.status === 'infeasible' ? [] : readLimiting(problem, held, again)
}

/** Marginal values of the bounds that hold the plan, in objective units per wt% or gram, dearest first. */
function readLimiting(
  problem: ChargeProblem,
  { rows, lots, unitG }: BlendModel,
  { rowDuals, columnDuals }: LinearSolution,
): Limiting[] {
  if (rowDuals.length === 0) return []
  const limiting: Limiting[] = []
  for (const { row, kind, element, bound, scale } of rows) {
    const shadowPrice = (-rowDuals[row]! * 100) / scale
    if (shadowPrice < 1e-7) continue
    if (kind === 'others') limiting.push({ kind, bound: 'max', shadowPrice })
    else limiting.push({ kind, element, bound, shadowPrice })
  }
  for (const { lot, column, upperG } of lots) {
    if (lot.fixedG !== undefined || upperG <= 0) continue
    const shadowPrice = -columnDuals[column]! / unitG
    if (shadowPrice > 1e-9) limiting.push({ kind: 'stock', lot: lot.id, shadowPrice })
  }
  const weight = (entry: Limiting) =>
    entry.kind === 'stock' ? entry.shadowPrice * problem.target.tapMassG * 0.05 : entry.shadowPrice
  return limiting.sort((a, b) => weight(b) - weight(a))
}

function emptyPlan(): ChargePlan {
  return {
    format: 'hephaestal/charge-plan',
    version: 1,
    status: 'infeasible',
    lines: [],
    chargeMassG: 0,
    tapMassG: 0,
    cost: 0,
    virginMassG: 0,
    composition: {},
    sd: {},
    probabilityInLimits: 0,
    limiting: [],
    conflict: [],
    remedies: [],
  }
}
