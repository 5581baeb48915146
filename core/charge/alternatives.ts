import type { ChargePlan } from './plan'
import type { ChargeProblem } from './problem'
import { normalCdf, normalQuantile } from './normal'
import type { ChargeSolver } from './charge-solver'

/** Ways to choose a charge, shown side by side. */
export const WAYS = ['cheapest', 'scrap', 'fewest', 'surest', 'closest'] as const
export type Way = (typeof WAYS)[number]

export interface Alternative {
  way: Way
  /** The problem this answers, so that the charge can be used as it stands. */
  problem: ChargeProblem
  plan: ChargePlan
}

/** One point of the price of certainty. */
export interface Certainty {
  /** Probability that each limit holds; null for no margin. */
  confidence: number | null
  cost: number
  probabilityInLimits: number
}

/** Nodes a search may spend on a better plan; enough for a first sound one. */
const NODES = 12
/** Seconds of counted work one of the plans may take. */
const SECONDS = 2
/** Longer retries where that was too little. */
const PATIENT_S = 10
const MOST_PATIENT = 3
/** Differences in certainty below this are not shown. */
const WORTH_TELLING = 0.005
/** Highest certainty reported for scrap. */
const SUREST = 0.9999

/** Plans for a study; a search that timed out is repeated a few times. */
function studying(solver: ChargeSolver): (problem: ChargeProblem, nodes: number) => ChargePlan | null {
  let again = 0
  return (problem, nodes) => {
    const before = solver.cutShort()
    const plan = solver.quickPlan(problem, nodes, { seconds: SECONDS })
    if (plan || solver.cutShort() === before || again++ >= MOST_PATIENT) return plan
    return solver.quickPlan(problem, nodes, { seconds: PATIENT_S })
  }
}

/**
 * The same melt chosen five ways: cheapest, least virgin metal, fewest lots, most certain, closest to nominal.
 * @param problem as asked; its own objective does not matter
 * @returns those that exist, in the order of WAYS; without a nominal there is no closest, without spreads no surest
 */
export function alternatives(solver: ChargeSolver, problem: ChargeProblem): Alternative[] {
  const asked = problem
  const planned = studying(solver)
  const found: Alternative[] = []
  const add = (way: Way, changed: ChargeProblem | null) => {
    const plan = changed && planned(changed, NODES)
    if (plan) found.push({ way, problem: changed, plan })
    return plan
  }
  // No cost per extra lot here: compare prices to the cent.
  const toTheCent: ChargeProblem = { ...asked, objective: 'cost' }
  delete toTheCent.lineCost
  const cheapest = add('cheapest', toTheCent) ?? add('cheapest', { ...asked, objective: 'cost' })
  if (!cheapest) return []
  add('scrap', { ...asked, objective: 'virgin' })
  add('fewest', fewestLots(solver, asked, cheapest))
  if (problem.lots.some(({ sd }) => sd && Object.keys(sd).length > 0)) add('surest', surest(solver, asked))
  if (problem.target.nominal) add('closest', { ...asked, objective: 'nominal' })
  return found.map((one) => (one.way === 'surest' ? { ...likeliest(one, found), way: one.way } : one))
}

/**
 * Farthest from each limit is not always most likely in spec: one very uncertain limit pulls the others close to
 * theirs. Picks the plan with the highest certainty.
 */
function likeliest(surest: Alternative, others: readonly Alternative[]): Alternative {
  return others.reduce((best, other) => {
    const more = other.plan.probabilityInLimits - best.plan.probabilityInLimits
    return more > WORTH_TELLING ? other : best
  }, surest)
}

/** Cheapest charge with the smallest number of lots found so far. */
function fewestLots(solver: ChargeSolver, problem: ChargeProblem, cheapest: ChargePlan): ChargeProblem {
  const fixed = problem.lots.filter((lot) => (lot.fixedG ?? 0) > 0).length
  const most = Math.min(cheapest.lines.length - 1, (problem.maxLots ?? Infinity) - 1)
  for (let maxLots = Math.max(1, fixed); maxLots <= most; maxLots++) {
    const fewer: ChargeProblem = { ...problem, objective: 'cost', maxLots }
    if (solver.quickPlan(fewer, 1)) return fewer
  }
  return { ...problem, objective: 'cost' }
}

/** Cheapest charge at the highest certainty any charge reaches, by bisection. */
function surest(solver: ChargeSolver, problem: ChargeProblem): ChargeProblem | null {
  let low = 0
  let high = normalQuantile(SUREST)
  const at = (deviations: number): ChargeProblem => {
    const sure: ChargeProblem = { ...problem, objective: 'cost' }
    delete sure.confidence
    return deviations > 0 ? { ...sure, confidence: Math.min(SUREST, normalCdf(deviations)) } : sure
  }
  if (solver.quickPlan(at(high), 1)) return at(high)
  for (let halving = 0; halving < 9; halving++) {
    const middle = (low + high) / 2
    if (solver.quickPlan(at(middle), 1)) low = middle
    else high = middle
  }
  return low > 0.01 ? at(low) : null
}

/** Certainty levels of the cost curve; the last is the highest asked for. */
export const CERTAINTY_STEPS = [null, 0.6, 0.7, 0.8, 0.9, 0.95, 0.99, 0.995, 0.999, 0.9999] as const

/**
 * Returns the cheapest charge at one certainty after another, until none is feasible.
 * @returns cost in the yard's currency, rising; empty when no charge is feasible
 */
export function priceOfCertainty(solver: ChargeSolver, problem: ChargeProblem): Certainty[] {
  const points: Certainty[] = []
  const planned = studying(solver)
  for (const confidence of CERTAINTY_STEPS) {
    const asked: ChargeProblem = { ...problem, objective: 'cost' }
    delete asked.confidence
    const plan = planned(confidence === null ? asked : { ...asked, confidence }, NODES)
    if (!plan) break
    points.push({ confidence, cost: plan.cost, probabilityInLimits: plan.probabilityInLimits })
  }
  return points
}
