import { nth } from '#core/lists'
import type { BlendModel, Cone } from './blend-model'
import { minimiseWithCones, spreadOf } from './cones'
import type { LinearSolution, OpenProgramme } from './linear-programme'
import { normalCdf, normalQuantile } from './normal'

/** Shares of the risk tried before the best of them is taken. */
const MOST_ROUNDS = 12
/** Shares tried at the most, on all ways together. */
const MOST_TRIES = 60
/** How closely a share is worked out while it is compared with others, as a fraction of each limit. */
const NEARLY = 2e-5
/** Tangent planes carried along. */
const MOST_PLANES = 120
/** A new share of the risk is worth another round if it gains this fraction of the objective. */
const WORTH = 2e-4
/** Rounds in a row that may gain less: the way sometimes turns before it falls again. */
const PATIENCE = 1
/** How far on the way to the share that promises most, one after the other. */
const STEPS = [1, 0.5, 0.2]
/** Times the costs at both ends of a way that led nowhere are blended for another. */
const MOST_BLENDS = 3
/** No limit is kept by more than this: surer is beyond what the figures of scrap can carry. */
const MOST_DEVIATIONS = 8

/** One limit's part in the risk of the whole melt. */
interface Stake {
  /** place among the model's rows */
  at: number
  row: number
  cone: Cone
  /** what one deviation adds to the row for each unit of the spread's column */
  unit: number
}

interface RiskOptions {
  /** stop as soon as the objective is as low as this */
  enough?: number
  /** a share known to be good, to go on from */
  from?: readonly number[]
  /** shares tried at the most */
  tries?: number | undefined
}

export interface SharedRisk {
  solution: LinearSolution
  /** Standard deviations kept from each limit, by row. */
  deviations: number[]
}

/**
 * Allocates the risk of being out of spec among the limits, so that all of them together hold with the asked
 * probability at the least cost: iterative risk allocation. Slack limits give up their share; binding ones get
 * more of it the more a standard deviation costs there, until no other allocation is cheaper.
 * @param confidence probability that every limit holds, elements independent and normal
 * @returns the best allocation found; infeasible where none tried can be met
 * @source Ono & Williams 2008, "Iterative risk allocation" (from memory), with the allocation set by the duals
 */
export function shareRisk(
  open: OpenProgramme,
  model: BlendModel,
  confidence: number,
  { enough = -Infinity, from, tries = MOST_TRIES }: RiskOptions = {},
): SharedRisk {
  const stakes = model.rows.flatMap(({ cone, row, scale }, at): Stake[] =>
    cone ? [{ at, row, cone, unit: cone.scale / scale }] : [],
  )
  let left = tries
  const solve = (deviations: number[], close?: number): SharedRisk => {
    left--
    for (const { at, row, cone, unit } of stakes)
      open.recoefficient(row, cone.column, unit * nth(deviations, at))
    const solution = minimiseWithCones(open, model, close, deviations)
    // Planes of abandoned allocations only slow the solver down.
    if (solution.feasible && open.added > MOST_PLANES) open.dropIdleRows()
    return { solution, deviations }
  }
  const start = from && jointProbability(from, stakes) >= confidence - 1e-9 ? [...from] : null
  let best = solve(start ?? equalShares(model, stakes, confidence), NEARLY)
  if (stakes.length === 0) return best
  let poor = 0
  for (let round = 0; round < MOST_ROUNDS && left > 0; round++) {
    if (!best.solution.feasible || best.solution.objective <= enough) break
    const before = best
    let costs = costsOf(best, stakes)
    for (let blend = 0; blend < MOST_BLENDS && best === before; blend++) {
      const aim = promisedShares(before, costs, stakes, confidence)
      let farthest: SharedRisk | undefined
      for (const step of STEPS) {
        if (left <= 0) break
        const tried = solve(
          before.deviations.map((now, at) => now + step * (nth(aim, at) - now)),
          NEARLY,
        )
        farthest ??= tried
        if (!tried.solution.feasible || tried.solution.objective >= before.solution.objective) continue
        best = tried
        break
      }
      // Prices change between the two: the better allocation lies where both matter.
      if (!farthest?.solution.feasible) break
      const there = costsOf(farthest, stakes)
      costs = costs.map((cost, index) => (cost + nth(there, index)) / 2)
    }
    const gain = before.solution.objective - best.solution.objective
    // At this rate it is out of reach in the remaining rounds.
    if (gain * (MOST_ROUNDS - round) < best.solution.objective - enough && enough > -Infinity) break
    poor = gain <= WORTH * Math.abs(before.solution.objective) ? poor + 1 : 0
    if (poor > PATIENCE || gain <= 0) break
  }
  // Leaves the model at the best allocation, whatever was tried last.
  return solve(best.deviations)
}

/** Equal shares for all elements, split evenly between both limits. */
function equalShares(model: BlendModel, stakes: readonly Stake[], confidence: number): number[] {
  const each = confidence ** (1 / Math.max(1, new Set(stakes.map(({ cone }) => cone)).size))
  const deviations = model.rows.map(() => 0)
  for (const { at, cone } of stakes) {
    const sides = stakes.filter((other) => other.cone === cone).length
    deviations[at] = Math.max(0, normalQuantile(1 - (1 - each) / sides))
  }
  return deviations
}

/** Cost of one more deviation at each limit. */
function costsOf({ solution }: SharedRisk, stakes: readonly Stake[]): number[] {
  return stakes.map(
    ({ row, cone, unit }) => Math.max(0, -nth(solution.rowDuals, row)) * unit * spreadOf(cone, solution),
  )
}

/** The allocation that would cost least if marginal costs stayed constant. */
function promisedShares(
  { solution, deviations }: SharedRisk,
  costs: readonly number[],
  stakes: readonly Stake[],
  confidence: number,
): number[] {
  const aim = [...deviations]
  for (const { at, row, cone, unit } of stakes) {
    const spread = spreadOf(cone, solution)
    // A slack limit costs nothing.
    const kept = nth(solution.rowValues, row) - nth(deviations, at) * unit * nth(solution.values, cone.column)
    aim[at] =
      spread > 1e-12
        ? Math.min(MOST_DEVIATIONS, Math.max(nth(deviations, at), -kept / (unit * spread)))
        : MOST_DEVIATIONS
  }
  const dearest = Math.max(...costs)
  if (!(dearest > 0)) return aim
  const binding = stakes.flatMap(({ at }, index) => {
    const share = nth(costs, index) / dearest
    return share > 1e-6 ? [{ at, share }] : []
  })
  const shares = (scale: number) => {
    for (const { at, share } of binding) {
      const density = share * scale * ROOT_2_PI
      aim[at] = density >= 1 ? 0 : Math.min(MOST_DEVIATIONS, Math.sqrt(-2 * Math.log(density)))
    }
    return aim
  }
  // Bisect: the more risk the binding limits take, the lower the joint probability.
  let low = 1e-12
  let high = 1e6
  for (let halving = 0; halving < HALVINGS; halving++) {
    const middle = Math.sqrt(low * high)
    if (jointProbability(shares(middle), stakes) >= confidence) low = middle
    else high = middle
  }
  return shares(low)
}
const ROOT_2_PI = Math.sqrt(2 * Math.PI)
/** Bisections from 1 down to 1e-18, to a relative accuracy of 1e-9. */
const HALVINGS = 36

/** Probability that every limit holds, given the deviations kept from each. */
function jointProbability(deviations: readonly number[], stakes: readonly Stake[]): number {
  const outside = new Map<Cone, number>()
  for (const { at, cone } of stakes)
    outside.set(cone, (outside.get(cone) ?? 0) + 1 - normalCdf(nth(deviations, at)))
  let probability = 1
  for (const risk of outside.values()) probability *= Math.max(0, 1 - risk)
  return probability
}
