import type { LimitChange, Purchase, Remedy, WeighingRule } from './plan'
import type { ChargeProblem } from './problem'
import { boughtLot } from './purchasable'

/**
 * Returns the problem with a remedy applied.
 * @returns a new problem; the input is unchanged
 */
export function applyRemedy(problem: ChargeProblem, remedy: Remedy): ChargeProblem {
  switch (remedy.kind) {
    case 'relax':
      return relaxed(problem, [remedy])
    case 'relaxTogether':
      return relaxed(problem, remedy.changes)
    case 'obtain':
      return supplied(problem, [remedy])
    case 'obtainTogether':
      return supplied(problem, remedy.purchases)
    case 'lessTap':
    case 'moreTap':
      return { ...problem, target: { ...problem.target, tapMassG: remedy.tapMassG } }
    case 'relaxOthers':
      return { ...problem, target: { ...problem.target, othersTotalMax: remedy.to } }
    case 'leaveOut':
      return { ...problem, lots: problem.lots.filter(({ id }) => id !== remedy.lot) }
    case 'takeOut':
      return {
        ...problem,
        lots: problem.lots.map((lot) => (lot.id === remedy.lot ? { ...lot, fixedG: remedy.toG } : lot)),
      }
    case 'moreLots':
      return { ...problem, maxLots: remedy.maxLots }
    case 'dropRule':
      return withoutRule(problem, remedy.rule)
  }
}

function relaxed(problem: ChargeProblem, changes: readonly LimitChange[]): ChargeProblem {
  const limits = structuredClone(problem.target.limits)
  for (const { element, bound, to } of changes) limits[element] = { ...limits[element], [bound]: to }
  return { ...problem, target: { ...problem.target, limits } }
}

function supplied(problem: ChargeProblem, purchases: readonly Purchase[]): ChargeProblem {
  const lots = [...problem.lots]
  for (const one of purchases) lots.push(boughtLot(one.metal, one.massG, lots))
  return { ...problem, lots }
}

/** Returns the problem without one of its weighing rules. */
export function withoutRule(problem: ChargeProblem, rule: WeighingRule): ChargeProblem {
  const free = { ...problem }
  if (rule === 'maxLots') delete free.maxLots
  if (rule === 'increment') {
    delete free.incrementG
    free.lots = problem.lots.map((lot) => without(lot, 'stepG'))
  }
  if (rule === 'minLine') {
    delete free.minLineG
    free.lots = problem.lots.map((lot) => without(lot, 'minG'))
  }
  if (rule === 'pieces') free.lots = problem.lots.map((lot) => without(lot, 'pieceG'))
  return free
}

/** Returns the weighing rules of a problem. */
export function rulesOf(problem: ChargeProblem): WeighingRule[] {
  const rules: WeighingRule[] = []
  if (problem.lots.some((lot) => lot.pieceG !== undefined)) rules.push('pieces')
  if (problem.maxLots !== undefined) rules.push('maxLots')
  if ((problem.minLineG ?? 0) > 0 || problem.lots.some((lot) => (lot.minG ?? 0) > 0)) rules.push('minLine')
  if (problem.incrementG !== undefined || problem.lots.some((lot) => lot.stepG !== undefined))
    rules.push('increment')
  return rules
}

function without<T extends object, K extends keyof T>(record: T, key: K): T {
  return Object.fromEntries(Object.entries(record).filter(([name]) => name !== key)) as T
}

/** Returns the problem reduced to its limits, tap mass and stock. */
export function plainly(given: ChargeProblem): ChargeProblem {
  const problem = { ...given }
  delete problem.confidence
  delete problem.lineCost
  delete problem.maxLots
  delete problem.minLineG
  delete problem.incrementG
  return {
    ...problem,
    lots: given.lots.map((lot) => {
      const plain = { ...lot }
      delete plain.pieceG
      delete plain.stepG
      delete plain.weighErrorG
      delete plain.minG
      return plain
    }),
  }
}
