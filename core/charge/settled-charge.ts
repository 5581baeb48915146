import { nth } from '#core/lists'
import type { Highs } from 'highs'
import type { Limits } from '#core/alloys'
import { buildBlendModel, normalised, type BlendModel, type BlendOptions } from './blend-model'
import { minimiseWithCones } from './cones'
import { readLines } from './describe'
import type { LinearSolution, OpenProgramme } from './linear-programme'
import { meltOdds, type MeltOdds } from './melt-odds'
import { dearestFirst, readLimiting } from './limiting'
import type { Limiting, PlanLine } from './plan'
import type { ChargeProblem } from './problem'

/** Planes laid against the surface of the asked odds before the lots are given up. */
const MOST_PLANES = 50
/** Odds are counted where they are nearly as asked: the logarithm may be this far off. */
const SLACK = 0.02
/** How far a mass is moved to see the slope, as a share of the tap. */
const NUDGE = 2e-4
/** Odds are aimed at this far above what was asked, as a share of the risk, so that they are not missed by a hair. */
const ABOVE = 3e-2
/** How far a limit is let give way to see what the odds gain, as a share of it. */
const GIVEN_WAY = 1e-3
/** A limit that lets the odds gain less than this for a thousandth of itself does not hold the charge. */
const LEAST_GAIN = 1e-5

/** The cheapest charge of certain lots. */
export interface SettledCharge {
  /** every lot that was named and gives anything, g, in the order of the problem */
  lines: PlanLine[]
  /** units of the problem's objective, walks and impurities included */
  objective: number
  /** what holds it where it is, the lots as they are */
  limiting: Limiting[]
}

export interface SettledOptions extends Pick<BlendOptions, 'purityCost' | 'room'> {
  /** charges that cost as much or more are of no interest */
  below?: number
  /** planes laid for charges of the same lots before: the next one is near them */
  memory?: PlaneMemory
}

/** A plane: the sum of each lot's mass, g, times its slope is at least `least`. */
interface Plane {
  slopes: ReadonlyMap<string, number>
  least: number
}

/** Planes kept. */
const MOST_KEPT = 12

/**
 * Planes of former answers. The odds are a function of masses alone, so a plane stays true while lots, losses, limits and
 * the asked certainty are the same, whatever is asked of the tap, of prices, or of single masses.
 */
export class PlaneMemory {
  private of = ''
  private planes: Plane[] = []

  /** The planes for a problem of these lots; none where they were laid for others. */
  recall(problem: ChargeProblem): readonly Plane[] {
    const { target, recovery, confidence } = problem
    const lots = problem.lots.map(({ id, composition, sd, metallicYield }) => [
      id,
      composition,
      sd,
      metallicYield,
    ])
    const key = JSON.stringify([target.limits, recovery, confidence, lots])
    if (key !== this.of) this.planes = []
    this.of = key
    return this.planes
  }

  keep(plane: Plane): void {
    this.planes = [plane, ...this.planes].slice(0, MOST_KEPT)
  }
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

/** What holds a charge with the asked odds: its plain bounds, and each limit by what the odds gain where it gives way. */
function limitingOdds(
  problem: ChargeProblem,
  model: BlendModel,
  { solution, planes }: OddsSolution,
): Limiting[] {
  const known = readLimiting(problem, model, solution)
  if (model.lots.some(({ lot, stepG }) => stepG !== undefined && lot.fixedG === undefined)) return known
  const { target, recovery = {} } = problem
  const { lots } = normalised(problem)
  const masses = massesOf(model, solution)
  const first = solution.rowDuals.length - planes.length
  const price = planes.reduce(
    (sum, largest, at) => sum + Math.abs(nth(solution.rowDuals, first + at)) / largest,
    0,
  )
  if (!(price > 0)) return known
  const logOdds = (limits: Limits) => meltOdds(lots, recovery, limits).logNearly(masses)
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
      // What the odds would hardly notice does not hold the charge.
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
  /** what each plane's row was divided by; the planes are the programme's last rows */
  planes: number[]
}

const massesOf = (model: BlendModel, { values }: Pick<LinearSolution, 'values'>) =>
  Float64Array.from(model.lots, ({ column, unitG }) => nth(values, column) * unitG)

/** Closes in on the cheapest charge with the asked odds from outside, plane by plane. */
function withOdds(
  open: OpenProgramme,
  model: BlendModel,
  problem: ChargeProblem,
  { below = Infinity, memory }: SettledOptions,
): OddsSolution | null {
  const { target, recovery = {}, confidence = 0 } = problem
  const odds = meltOdds(normalised(problem).lots, recovery, target.limits)
  const aim = confidence + ABOVE * (1 - confidence)
  /** log of the odds as counted, less that as they nearly are */
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

/** Returns the tangent plane of log(odds) at these masses; null where the odds have no slope. */
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

/** Adds a plane to the programme; what its row was divided by is returned. */
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
