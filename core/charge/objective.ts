import { UNIDENTIFIED } from '#core/composition'
import type { BlendLot } from './blend-lot'
import type { LinearProgramme } from './linear-programme'
import { meltCoefficients, type MeltCoefficients } from './melt-coefficients'
import type { ChargePlan } from './plan'
import type { ChargeLot, ChargeProblem } from './problem'
import { isWanted } from './wanted'

/** What the price of a whole charge counts where something else is asked for, in widths of a limit. */
const AMONG_EQUALS = 2e-4

/** Limits finer than this leave the room of this, wt%. */
const LEAST_ROOM = 1e-6

/**
 * What a gram of a lot costs in units of the objective.
 * @param purityCost what a melt costs that holds as much of one tolerated element as its limit allows
 */
export function objectivePerG(
  problem: ChargeProblem,
  purityCost = 0,
): (lot: ChargeLot, coefficients: MeltCoefficients) => number {
  const impure = purityCost > 0 ? impurityPerG(problem, purityCost) : () => 0
  if (problem.objective === 'cost') return (lot, melted) => lot.pricePerKg / 1000 + impure(melted)
  if (problem.objective === 'virgin') return (lot) => (lot.virgin ? 1 : 0) + 1e-7 * lot.pricePerKg
  // Of charges equally near nominal the cheapest: a charge of the mean price counts as a trifle of one limit's width.
  const priced = problem.lots.filter(({ pricePerKg }) => pricePerKg > 0)
  if (priced.length === 0) return () => 0
  const mean = priced.reduce((sum, { pricePerKg }) => sum + pricePerKg, 0) / priced.length
  const perG = AMONG_EQUALS / (mean * problem.target.tapMassG)
  return (lot) => perG * lot.pricePerKg
}

/** Room for elements the target says nothing of at all, wt%: all of the melt. */
const NO_LIMIT = 100

/** What a gram costs for what it holds of tolerated elements, each as a fraction of the room its limit leaves it. */
function impurityPerG({ target }: ChargeProblem, cost: number): (melted: MeltCoefficients) => number {
  const room = (element: string) =>
    target.limits[element]?.max ?? target.othersEachMax ?? target.othersTotalMax ?? NO_LIMIT
  return ({ elementPct }) => {
    let sum = 0
    for (const element in elementPct)
      if (element !== UNIDENTIFIED && !isWanted(target, element))
        sum += elementPct[element]! / Math.max(room(element), LEAST_ROOM)
    return (cost * sum) / target.tapMassG
  }
}

/** Least Σₑ |mₑ − nominalₑ·M/100| in widths of the limit: two one-sided distances an element, the base left out. */
export function addNominal(programme: LinearProgramme, problem: ChargeProblem, lots: BlendLot[]): void {
  for (const [element, nominal] of Object.entries(problem.target.nominal ?? {})) {
    if (element === problem.target.base) continue
    const limit = problem.target.limits[element]
    const width =
      limit?.min !== undefined && limit.max !== undefined && limit.max > limit.min ? limit.max - limit.min : 1
    const over = programme.column(1, 0, Number.POSITIVE_INFINITY)
    const under = programme.column(1, 0, Number.POSITIVE_INFINITY)
    programme.row(0, 0, (put) => {
      for (const { column, coefficients } of lots)
        put(
          column,
          ((coefficients.elementPct[element] ?? 0) - nominal * coefficients.meltPerG) / (100 * width),
        )
      put(over, -1)
      put(under, 1)
    })
  }
}

/** What a plan comes to, in units of its problem's objective. */
export function objectiveOf(problem: ChargeProblem, plan: ChargePlan): number {
  const { objective, target } = problem
  if (objective === 'cost') return plan.cost + (plan.lineCost ?? 0)
  if (objective === 'virgin') return plan.virginMassG
  return Object.entries(target.nominal ?? {}).reduce((sum, [element, nominal]) => {
    if (element === target.base) return sum
    const { min, max } = target.limits[element] ?? {}
    const width = min !== undefined && max !== undefined && max > min ? max - min : 1
    const awayPct = Math.abs((plan.composition[element] ?? 0) - nominal)
    return sum + (awayPct * plan.tapMassG) / (target.tapMassG * width)
  }, 0)
}

/**
 * What a plan counts when plans are compared: its objective, and what it holds of tolerated elements.
 * @param purityCost what a melt costs that holds as much of one tolerated element as its limit allows
 * @returns units of the problem's objective
 * @example objectiveWithPurity({ objective: 'virgin' }, { virginMassG: 5 }, 0) // 5
 */
export function objectiveWithPurity(problem: ChargeProblem, plan: ChargePlan, purityCost: number): number {
  if (problem.objective !== 'cost' || !(purityCost > 0)) return objectiveOf(problem, plan)
  const impure = impurityPerG(problem, purityCost)
  const byId = new Map(problem.lots.map((lot) => [lot.id, lot]))
  return plan.lines.reduce(
    (sum, { lot: id, massG }) => {
      const lot = byId.get(id)
      return lot ? sum + massG * impure(meltCoefficients(lot, problem.recovery ?? {})) : sum
    },
    objectiveOf(problem, plan),
  )
}
