import type { Highs } from 'highs'
import { buildBlendModel, excessMaxG } from './blend-model'
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
export function diagnose(highs: Highs, problem: ChargeProblem, timeLimitS: number): Diagnosis {
  const budget = Math.max(0.2, timeLimitS / 4)
  const conflict = metalConflict(problem) ?? fixedConflict(problem) ?? limitConflict(highs, problem, budget)
  const remedies: Remedy[] = []
  const works = (changed: ChargeProblem) =>
    buildBlendModel(changed).programme.minimise(highs, budget).status !== 'infeasible'

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
  for (const purchase of cheapestPurchase(highs, problem, budget)) remedies.push(purchase)
  const most = mostThatTaps(highs, problem, budget)
  if (most > 1) {
    const tapMassG = Math.floor(most * 0.9999)
    if (works({ ...problem, target: { ...problem.target, tapMassG } }))
      remedies.push({ kind: 'lessTap', tapMassG })
  }
  return { conflict, remedies }
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

/** The limits that give way when each may be exceeded at a price. */
function limitConflict(highs: Highs, problem: ChargeProblem, budget: number): Conflict[] {
  const model = buildBlendModel(problem, { elasticCost: 1, costPerG: () => 0 })
  const solution = model.programme.minimise(highs, budget)
  if (solution.status === 'infeasible') return []
  const content = (element: string, others: boolean) => {
    let grams = 0
    let melt = 0
    for (const { column, coefficients } of model.lots) {
      const z = solution.values[column]!
      melt += z * coefficients.meltPerG
      if (!others) grams += z * (coefficients.elementPct[element] ?? 0)
      else
        for (const [symbol, pct] of Object.entries(coefficients.elementPct))
          if (!(symbol in problem.target.limits) && symbol !== problem.target.base) grams += z * pct
    }
    return melt > 0 ? grams / melt : 0
  }
  const conflict: Conflict[] = []
  for (const { kind, element, bound, limit, scale } of model.rows) {
    const reached = content(element, kind === 'others')
    const over = bound === 'max' ? reached - limit : limit - reached
    if (over <= 1e-6 * scale) continue
    if (kind === 'others') conflict.push({ kind, bound: 'max', limit, reached })
    else conflict.push({ kind, element, bound, limit, reached })
  }
  return conflict
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

/** The least mass of pure metal that would make the problem solvable, one remedy a metal. */
function cheapestPurchase(highs: Highs, problem: ChargeProblem, budget: number): Remedy[] {
  const { target } = problem
  const metals = Object.keys(target.limits).filter((e) => (target.limits[e]!.min ?? 0) > 0)
  if (target.base && !metals.includes(target.base)) metals.push(target.base)
  if (metals.length === 0) return []
  const bought: ChargeLot[] = metals.map((metal) => ({
    id: OBTAINED + metal,
    availableG: 4 * target.tapMassG,
    pricePerKg: 0,
    composition: { [metal]: 100 },
  }))
  const extended: ChargeProblem = { ...problem, lots: [...problem.lots, ...bought] }
  const model = buildBlendModel(extended, {
    costPerG: (lot) => (lot.id.startsWith(OBTAINED) ? 1 : 1e-6),
  })
  const solution = model.programme.minimise(highs, budget)
  if (solution.status === 'infeasible') return []
  const remedies: Remedy[] = []
  for (const { lot, column } of model.lots) {
    if (!lot.id.startsWith(OBTAINED)) continue
    const massG = solution.values[column]! * model.unitG
    if (massG > 0.01)
      remedies.push({ kind: 'obtain', metal: lot.id.slice(OBTAINED.length), massG: Math.ceil(massG) })
  }
  return remedies
}

/** The most that can be tapped inside the limits from what is there, g. */
function mostThatTaps(highs: Highs, problem: ChargeProblem, budget: number): number {
  const model = buildBlendModel(problem, {
    freeTap: true,
    costPerG: (_, coefficients) => -coefficients.meltPerG,
  })
  const solution = model.programme.minimise(highs, budget)
  return solution.status === 'infeasible' ? 0 : -solution.objective
}
