import { nth } from '#core/lists'
import type { Highs } from 'highs'
import { buildBlendModel, normalised, type BlendModel, type BlendOptions } from './blend-model'
import { minimiseWithCones } from './cones'
import { readLines } from './describe'
import type { LinearSolution, OpenProgramme } from './linear-programme'
import { meltOdds, type MeltOdds } from './melt-odds'
import type { PlanLine } from './plan'
import type { ChargeProblem } from './problem'

/** Planes laid against the surface of the asked odds before the lots are given up. */
const MOST_PLANES = 50
/** Odds are counted where they are nearly as asked: the logarithm may be this far off. */
const SLACK = 0.02
/** How far a mass is moved to see the slope, as a share of the tap. */
const NUDGE = 2e-4
/** Odds are aimed at this far above what was asked, as a share of the risk, so that they are not missed by a hair. */
const ABOVE = 3e-2
/** The cheapest charge of certain lots. */
export interface SettledCharge {
  /** every lot that was named and gives anything, g, in the order of the problem */
  lines: PlanLine[]
  /** units of the problem's objective, walks and impurities included */
  objective: number
}

export interface SettledOptions extends Pick<BlendOptions, 'purityCost' | 'room'> {
  /** charges that cost as much or more are of no interest */
  below?: number
}

/**
 * Solves the cheapest charge that uses just these lots, all of them, and holds the limits with the asked certainty. The
 * odds of the whole melt are met as they are: the surface on which they are just reached is closed in on from outside by
 * tangent planes of the logarithm of the odds.
 * @param uses by lot, the mass of its whole pieces, g, or null where any mass will do; fixed lines need not be named
 * @param options as the problem is written down; `room` keeps room for rounding to steps
 * @returns null when these lots cannot do it
 * @source Kelley 1960, cutting planes; log-concavity of the odds after Prékopa 1971; from memory
 * @example settledCharge({}, { lots: [], target: { tapMassG: 1, limits: {} }, objective: 'cost' }, new Map()) // null
 */
export function settledCharge(
  highs: Highs,
  given: ChargeProblem,
  uses: ReadonlyMap<string, number | null>,
  options: SettledOptions = {},
): SettledCharge | null {
  const wanted = given.lots.filter(({ id, fixedG }) => fixedG !== undefined || uses.has(id))
  const problem: ChargeProblem = { ...given, lots: wanted }
  const shared = problem.confidence !== undefined && problem.confidenceOf === 'all'
  const model = buildBlendModel(shared ? withoutCertainty(problem) : problem, { ...options, used: uses })
  if (model.programme.isEmpty || model.lots.some(({ upperG, leastG }) => upperG < leastG)) return null
  const open = model.programme.open(highs)
  try {
    const solution = shared ? withOdds(open, model, problem, options) : minimiseWithCones(open, model)
    if (!solution?.feasible) return null
    return { lines: readLines(model.lots, solution), objective: solution.objective }
  } finally {
    open.dispose()
  }
}

function withoutCertainty(problem: ChargeProblem): ChargeProblem {
  const plain = { ...problem }
  delete plain.confidence
  delete plain.confidenceOf
  return plain
}

/** Closes in on the cheapest charge with the asked odds from outside, plane by plane. */
function withOdds(
  open: OpenProgramme,
  model: BlendModel,
  problem: ChargeProblem,
  { below = Infinity }: SettledOptions,
): LinearSolution | null {
  const { target, recovery = {}, confidence = 0 } = problem
  const odds = meltOdds(normalised(problem).lots, recovery, target.limits)
  const aim = confidence + ABOVE * (1 - confidence)
  /** log of the odds as counted, less that as they nearly are */
  let off = 0
  let counted = false
  for (let plane = 0; plane < MOST_PLANES; plane++) {
    const cheapest = open.minimise()
    if (!cheapest.feasible || cheapest.objective >= below) return null
    const masses = Float64Array.from(model.lots, ({ column, unitG }) => nth(cheapest.values, column) * unitG)
    const nearly = odds.logNearly(masses)
    if (nearly + off >= Math.log(confidence) - (counted ? 0 : SLACK)) {
      const reached = odds.of(masses)
      if (reached >= confidence) return cheapest
      off = Math.log(Math.max(reached, 1e-300)) - nearly
      counted = true
    }
    if (!layPlane(open, model, odds, masses, target.tapMassG, Math.log(aim) - off)) return null
  }
  return null
}

/** The tangent plane of log(odds) at these masses: what lies beyond it is less likely than asked. */
function layPlane(
  open: OpenProgramme,
  model: BlendModel,
  odds: MeltOdds,
  masses: Float64Array,
  tapMassG: number,
  aim: number,
): boolean {
  const here = odds.logNearly(masses)
  if (!Number.isFinite(here)) return false
  const step = NUDGE * tapMassG
  const moved = Float64Array.from(masses)
  const entries: [number, number][] = []
  let level = 0
  model.lots.forEach(({ lot, column, unitG }, at) => {
    if (lot.fixedG !== undefined) return
    moved[at] = masses[at]! + step
    const slope = ((odds.logNearly(moved) - here) / step) * unitG
    moved[at] = masses[at]!
    if (!Number.isFinite(slope) || slope === 0) return
    entries.push([column, slope])
    level += (slope * masses[at]!) / unitG
  })
  if (entries.length === 0) return false
  const largest = Math.max(...entries.map(([, slope]) => Math.abs(slope)))
  open.addRow(
    (aim - here + level) / largest,
    Infinity,
    entries.map(([column, slope]) => [column, slope / largest] as const).sort(([a], [b]) => a - b),
  )
  return true
}
