import { nth } from '#core/lists'
import type { Highs } from 'highs'
import type { Limits } from '#core/alloys'
import { buildBlendModel, normalised, type BlendModel, type BlendOptions } from './blend-model'
import { minimiseWithCones } from './cones'
import { readLines } from './describe'
import type { LinearSolution, OpenProgramme } from './linear-programme'
import type { MeltOdds } from './log-odds'
import { meltOdds } from './melt-odds'
import { dearestFirst, readLimiting } from './limiting'
import type { Limiting, PlanLine } from './plan'
import type { ChargeProblem } from './problem'

/** Limit on tangent planes before a set of lots is given up. */
const MOST_PLANES = 50
/** Odds are computed exactly once their fast logarithm is within this of the target. */
const SLACK = 0.02
/** Finite-difference step, as a share of the tap mass. */
const NUDGE = 2e-4
/** Margin above the asked probability, as a share of the risk, so that rounding does not miss it. */
const ABOVE = 3e-2
/** Relaxation of a limit used to measure the gain in odds, as a share of it. */
const GIVEN_WAY = 1e-3
/** A limit that gains less than this for a thousandth of itself is not binding. */
const LEAST_GAIN = 1e-5

/** The cheapest charge of given lots. */
export interface SettledCharge {
  /** Every named lot with a mass, g, in the order of the problem. */
  lines: PlanLine[]
  /** In units of the problem's objective, cost per lot and impurity penalty included. */
  objective: number
  /** What holds it, for these lots. */
  limiting: Limiting[]
}

export interface SettledOptions extends Pick<BlendOptions, 'purityCost' | 'room'> {
  /** Upper bound: dearer charges are of no interest. */
  below?: number
  /** Planes of earlier charges of the same lots; the next charge is near them. */
  memory?: PlaneMemory
}

/** A plane: Σ mass (g) × slope ≥ `least`. */
interface Plane {
  slopes: ReadonlyMap<string, number>
  least: number
}

/** Planes kept. */
const MOST_KEPT = 12

/**
 * Planes of earlier answers. The odds depend on masses alone, so a plane stays valid while lots, losses, limits
 * and certainty are the same, whatever the tap mass, prices or single masses.
 */
export class PlaneMemory {
  private of = ''
  private planes: Plane[] = []

  /** Planes for a problem with these lots; none where they belong to others. */
  recall(problem: ChargeProblem): readonly Plane[] {
    const { target, recovery, recoverySd, confidence } = problem
    const lots = problem.lots.map(({ id, composition, sd, metallicYield, ...doubt }) => [
      ...[id, composition, sd, metallicYield],
      ...[doubt.metallicYieldSd, doubt.group, doubt.weighErrorG],
    ])
    const key = JSON.stringify([target.limits, recovery, recoverySd, confidence, lots])
    if (key !== this.of) this.planes = []
    this.of = key
    return this.planes
  }

  keep(plane: Plane): void {
    this.planes = [plane, ...this.planes].slice(0, MOST_KEPT)
  }
}

/**
 * Solves the cheapest charge that uses exactly these lots and is in spec with the asked certainty, on the true
 * odds of the whole composition: the surface of equal odds is approximated from outside by tangent planes of the
 * log odds.
 * @param uses by lot, the mass of its whole pieces, g, or null for any mass; fixed lines need not be named
 * @param options for building the model; `room` allows for rounding to steps
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
    if (!shared) {
      const solution = minimiseWithCones(open, model)
      return solution.feasible ? chargeOf(solution, readLimiting(problem, model, solution)) : null
    }
    const found = withOdds(open, model, problem, options)
    return found && chargeOf(found.solution, limitingOdds(problem, model, found))
  } finally {
    open.dispose()
  }

  function chargeOf(solution: LinearSolution, limiting: Limiting[]): SettledCharge {
    return { lines: readLines(model.lots, solution), objective: solution.objective, limiting }
  }
}

/**
 * What holds a charge with asked odds: its plain bounds, and each limit by the gain in odds where it is relaxed.
 */
function limitingOdds(
  problem: ChargeProblem,
  model: BlendModel,
  { solution, planes }: OddsSolution,
): Limiting[] {
  const known = readLimiting(problem, model, solution)
  if (model.lots.some(({ lot, stepG }) => stepG !== undefined && lot.fixedG === undefined)) return known
  const { target, recovery = {}, recoverySd } = problem
  const { lots } = normalised(problem)
  const masses = massesOf(model, solution)
  const first = solution.rowDuals.length - planes.length
  const price = planes.reduce(
    (sum, largest, at) => sum + Math.abs(nth(solution.rowDuals, first + at)) / largest,
    0,
  )
  if (!(price > 0)) return known
  const logOdds = (limits: Limits) => meltOdds(lots, recovery, limits, recoverySd).logNearly(masses)
  const here = logOdds(target.limits)
  const found = new Map(known.map((entry) => [keyOf(entry), entry]))
  for (const [element, limit] of Object.entries(target.limits))
    for (const bound of ['min', 'max'] as const) {
      const value = limit[bound]
      if (value === undefined || (bound === 'min' && value === 0)) continue
      const step = GIVEN_WAY * Math.max(value, 1e-4)
      const wider = { ...limit, [bound]: bound === 'max' ? value + step : value - step }
      const gain = (logOdds({ ...target.limits, [element]: wider }) - here) / step
      const entry: Limiting = { kind: 'element', element, bound, shadowPrice: price * gain }
      const plain = found.get(keyOf(entry))
      const shadowPrice = entry.shadowPrice + (plain?.shadowPrice ?? 0)
      // A limit that hardly changes the odds does not hold the charge.
      if (gain * step > LEAST_GAIN) found.set(keyOf(entry), { ...entry, shadowPrice })
    }
  return dearestFirst(problem, [...found.values()])
}

const keyOf = (entry: Limiting) =>
  entry.kind === 'element'
    ? `${entry.element} ${entry.bound}`
    : entry.kind === 'stock'
      ? entry.lot
      : entry.kind

function withoutCertainty(problem: ChargeProblem): ChargeProblem {
  const plain = { ...problem }
  delete plain.confidence
  delete plain.confidenceOf
  return plain
}

interface OddsSolution {
  solution: LinearSolution
  /** Scale of each plane's row; planes are the last rows of the model. */
  planes: number[]
}

const massesOf = (model: BlendModel, { values }: Pick<LinearSolution, 'values'>) =>
  Float64Array.from(model.lots, ({ column, unitG }) => nth(values, column) * unitG)

/** Approaches the cheapest charge with the asked odds from outside, plane by plane. */
function withOdds(
  open: OpenProgramme,
  model: BlendModel,
  problem: ChargeProblem,
  { below = Infinity, memory }: SettledOptions,
): OddsSolution | null {
  const { target, recovery = {}, recoverySd, confidence = 0 } = problem
  const odds = meltOdds(normalised(problem).lots, recovery, target.limits, recoverySd)
  const aim = confidence + ABOVE * (1 - confidence)
  /** Exact log odds minus fast log odds. */
  let off = 0
  let counted = false
  const planes: number[] = []
  for (const known of memory?.recall(problem) ?? []) planes.push(addPlane(open, model, known))
  for (let plane = 0; plane < MOST_PLANES; plane++) {
    const cheapest = open.minimise()
    if (!cheapest.feasible || cheapest.objective >= below) return null
    const masses = massesOf(model, cheapest)
    const nearly = odds.logNearly(masses)
    if (nearly + off >= Math.log(confidence) - (counted ? 0 : SLACK)) {
      const reached = odds.of(masses)
      if (reached >= confidence) return { solution: cheapest, planes }
      off = Math.log(Math.max(reached, 1e-300)) - nearly
      counted = true
    }
    const next = planeAt(model, odds, masses, target.tapMassG, Math.log(aim) - off)
    if (next === null) return null
    planes.push(addPlane(open, model, next))
    memory?.keep(next)
  }
  return null
}

/** Returns the tangent plane of the log odds at these masses; null where they have no slope. */
function planeAt(
  model: BlendModel,
  odds: MeltOdds,
  masses: Float64Array,
  tapMassG: number,
  aim: number,
): Plane | null {
  const here = odds.logNearly(masses)
  if (!Number.isFinite(here)) return null
  const step = NUDGE * tapMassG
  const moved = Float64Array.from(masses)
  const slopes = new Map<string, number>()
  let level = 0
  model.lots.forEach(({ lot }, at) => {
    moved[at] = masses[at]! + step
    const slope = (odds.logNearly(moved) - here) / step
    moved[at] = masses[at]!
    if (!Number.isFinite(slope) || slope === 0) return
    slopes.set(lot.id, slope)
    level += slope * masses[at]!
  })
  return slopes.size === 0 ? null : { slopes, least: aim - here + level }
}

/** Adds a plane to the model and returns its row's scale. */
function addPlane(open: OpenProgramme, { lots }: BlendModel, { slopes, least }: Plane): number {
  const entries = lots.flatMap(({ lot, column, unitG }) => {
    const slope = slopes.get(lot.id)
    return slope === undefined ? [] : [[column, slope * unitG] as const]
  })
  const largest = Math.max(...entries.map(([, slope]) => Math.abs(slope)))
  open.addRow(
    least / largest,
    Infinity,
    entries.map(([column, slope]) => [column, slope / largest] as const).sort(([a], [b]) => a - b),
  )
  return largest
}
