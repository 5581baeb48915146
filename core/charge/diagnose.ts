import type { Highs } from 'highs'
import { buildBlendModel, excessMaxG, type BlendModel } from './blend-model'
import { minimiseWithCones, spreadOf } from './cones'
import { NO_SOLUTION, type LinearSolution } from './linear-programme'
import { meltCoefficients } from './melt-coefficients'
import type { ChargePlan, Conflict, Remedy } from './plan'
import type { ChargeLot, ChargeProblem } from './problem'

type Diagnosis = Pick<ChargePlan, 'conflict' | 'remedies'>

const OBTAINED = '\u0000obtained '

/**
 * Says why a problem cannot be solved and what would make it so.
 * Limits are allowed to give way, each at a price per fraction of the limit, while the mass balance holds;
 * what gives way is the conflict. Every remedy is solved again before it is offered.
 */
export function diagnose(
  highs: Highs,
  problem: ChargeProblem,
  works: (changed: ChargeProblem) => boolean,
): Diagnosis {
  const conflict = metalConflict(problem) ?? fixedConflict(problem) ?? limitConflict(highs, problem)
  const remedies: Remedy[] = []
  const relaxed = relaxAll(problem, conflict)
  if (relaxed && works(relaxed))
    for (const entry of conflict)
      if (entry.kind === 'element')
        remedies.push({
          kind: 'relax',
          element: entry.element,
          bound: entry.bound,
          to: relaxed.target.limits[entry.element]![entry.bound]!,
        })
  const bought = cheapestPurchase(highs, problem)
  if (bought.length > 0 && works({ ...problem, lots: [...problem.lots, ...bought] }))
    for (const { id, availableG } of bought)
      remedies.push({ kind: 'obtain', metal: id.slice(OBTAINED.length), massG: availableG })
  const tapMassG = Math.floor(mostThatTaps(highs, problem) * 0.9999)
  if (tapMassG >= 1 && works({ ...problem, target: { ...problem.target, tapMassG } }))
    remedies.push({ kind: 'lessTap', tapMassG })
  return { conflict, remedies }
}

/** Solves a blend as a plain linear programme (with its spreads), whole pieces and least lines left aside. */
function relaxation(highs: Highs, model: BlendModel): LinearSolution {
  if (model.programme.isEmpty) return NO_SOLUTION
  const open = model.programme.open(highs)
  try {
    return minimiseWithCones(open, model)
  } finally {
    open.dispose()
  }
}

const usableG = (lot: ChargeLot) =>
  lot.fixedG ?? Math.min(lot.availableG, lot.maxG ?? Number.POSITIVE_INFINITY)

function metalConflict(problem: ChargeProblem): Conflict[] | null {
  const possibleG = problem.lots.reduce(
    (sum, lot) => sum + usableG(lot) * meltCoefficients(lot, problem.recovery ?? {}).meltPerG,
    0,
  )
  const wantedG = problem.target.tapMassG
  return possibleG < wantedG * (1 - 1e-9) ? [{ kind: 'metal', wantedG, possibleG }] : null
}

function fixedConflict(problem: ChargeProblem): Conflict[] | null {
  const fixedG = problem.lots.reduce(
    (sum, lot) => sum + (lot.fixedG ?? 0) * meltCoefficients(lot, problem.recovery ?? {}).meltPerG,
    0,
  )
  const excessG = fixedG - problem.target.tapMassG - excessMaxG(problem)
  return excessG > 1e-6 ? [{ kind: 'fixed', excessG }] : null
}

/** The limits that give way when each may be exceeded at a price, with the value each is pushed to. */
function limitConflict(highs: Highs, problem: ChargeProblem): Conflict[] {
  const model = buildBlendModel(problem, { elasticCost: 1, costPerG: () => 0 })
  const solution = relaxation(highs, model)
  if (!solution.feasible) return []
  const conflict: Conflict[] = []
  for (const { kind, element, bound, limit, scale, cone } of model.rows) {
    const { pct, melt } = contentOf(model, problem, solution, kind === 'others' ? null : element)
    const doubt = cone ? (scale * spreadOf(cone, solution)) / melt : 0
    const reached = bound === 'max' ? pct + doubt : pct - doubt
    const over = bound === 'max' ? reached - limit : limit - reached
    if (over <= 1e-6 * scale) continue
    if (kind === 'others') conflict.push({ kind, bound: 'max', limit, reached })
    else conflict.push({ kind, element, bound, limit, reached: Math.max(0, reached) })
  }
  return conflict
}

/** Content of an element (or, for null, of all that have no limit of their own), wt% of the melt. */
function contentOf(
  model: BlendModel,
  problem: ChargeProblem,
  { values }: LinearSolution,
  element: string | null,
): { pct: number; melt: number } {
  const { limits, base } = problem.target
  let content = 0
  let melt = 0
  for (const { column, coefficients } of model.lots) {
    const z = values[column]!
    melt += z * coefficients.meltPerG
    for (const [symbol, pct] of Object.entries(coefficients.elementPct))
      if (element === null ? !(symbol in limits) && symbol !== base : symbol === element) content += z * pct
  }
  return { pct: melt > 0 ? content / melt : 0, melt: Math.max(melt, 1e-9) }
}

/** The problem with every limit in the conflict moved just past the value it was pushed to. */
function relaxAll(problem: ChargeProblem, conflict: Conflict[]): ChargeProblem | null {
  if (conflict.length === 0 || conflict.some((entry) => entry.kind !== 'element')) return null
  const limits = structuredClone(problem.target.limits)
  for (const entry of conflict) {
    if (entry.kind !== 'element') continue
    const margin = roundingStep(entry.reached)
    const to =
      entry.bound === 'max'
        ? Math.ceil(entry.reached / margin + 1e-6) * margin
        : Math.floor(entry.reached / margin - 1e-6) * margin
    limits[entry.element] = {
      ...limits[entry.element],
      [entry.bound]: Number(Math.min(100, Math.max(0, to)).toPrecision(6)),
    }
  }
  return { ...problem, target: { ...problem.target, limits } }
}

/** Two significant figures. */
function roundingStep(value: number): number {
  return 10 ** (Math.floor(Math.log10(Math.max(value, 1e-6))) - 1)
}

/** The least mass of pure metals that would make the problem solvable; none when no purchase does. */
function cheapestPurchase(highs: Highs, problem: ChargeProblem): ChargeLot[] {
  const { target } = problem
  const metals = Object.keys(target.limits).filter((e) => (target.limits[e]!.min ?? 0) > 0)
  if (target.base && !metals.includes(target.base)) metals.push(target.base)
  const offered: ChargeLot[] = metals.map((metal) => ({
    id: OBTAINED + metal,
    availableG: 4 * target.tapMassG,
    pricePerKg: 0,
    composition: { [metal]: 100 },
  }))
  if (offered.length === 0) return []
  const model = buildBlendModel(
    { ...problem, lots: [...problem.lots, ...offered] },
    { costPerG: (lot) => (lot.id.startsWith(OBTAINED) ? 1 : 1e-6) },
  )
  const solution = relaxation(highs, model)
  if (!solution.feasible) return []
  return model.lots.flatMap(({ lot, column }) => {
    const massG = solution.values[column]! * model.unitG
    return lot.id.startsWith(OBTAINED) && massG > 0.01 ? [{ ...lot, availableG: Math.ceil(massG) }] : []
  })
}

/** The most that can be tapped inside the limits from what is there, g. */
function mostThatTaps(highs: Highs, problem: ChargeProblem): number {
  const model = buildBlendModel(problem, {
    freeTap: true,
    costPerG: (_, coefficients) => -coefficients.meltPerG,
  })
  const solution = relaxation(highs, model)
  return solution.feasible ? -solution.objective : 0
}
