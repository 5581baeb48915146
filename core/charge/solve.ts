import type { Highs } from 'highs'
import { plainly } from './apply-remedy'
import { buildBlendModel, excessMaxG, type BlendModel, type BlendOptions } from './blend-model'
import { ConeMemory, recallCones, rememberCones } from './cones'
import { diagnose } from './diagnose'
import { NO_SOLUTION, SolverStopped, unlessOutOfTime, within, type OpenProgramme } from './linear-programme'
import { describePlan, emptyPlan, readLines, roundedToSteps } from './describe'
import { holds } from './holds'
import { leastHarm } from './least-harm'
import { readLimiting } from './limiting'
import { objectiveOf } from './objective'
import type { ChargePlan, PlanLine } from './plan'
import type { ChargeProblem } from './problem'
import type { ScaleBench } from './scales'
import { search, type SearchResult } from './search'
import { SharedRisks } from './shared-risks'
import { ProgrammeShelf } from './shelf'

/** Seconds a solve may take when the problem does not say. */
const DEFAULT_TIME_LIMIT_S = 5

/** A search that is not done in so many times its seconds is cut off in the middle of a step. */
const OVERDUE = 2

/** Roundings tried once one that holds is at hand. */
const ROUNDING_NODES = 300

/** A plan this near to what no plan can beat is the best there is, as a fraction of the objective. */
const BEST = 1e-6

/** Times the risk is shared anew and the lots are chosen again by it, while that gains this share of the objective. */
const MOST_PASSES = 4
const WORTH_A_PASS = 2e-3

/** Shares of the risk looked at in a hurry. */
const HURRIED_TRIES = 14

/** Choices of lots looked at in a hurry, whether one holds or not. */
const HURRIED_NODES = 250

/** Roundings looked at in a hurry, whether one holds or not. */
const ROUNDINGS = 60

/** A plan in steps this much dearer than one without, as a fraction, is worth a search from step to step. */
const NEAR = 2e-3

/** Room tried for rounding to steps, as shares of half a step: errors seldom all add up; with the whole they may. */
const ROOMS = [0.3, 1]

export interface ChargeSolver {
  /**
   * Finds the best charge for a problem.
   * @param problem in grams, wt% and fractions, already guarded by `parseChargeProblem`
   * @param bench ways out are proven with what is got or changed weighed on these; without it, as it stands
   * @returns a plan; when nothing fits, status "infeasible" with what conflicts and proven ways out, or, where the
   *   problem asks for it, the plan that does the least harm
   * @throws Error only when the solver itself fails
   */
  solve(problem: ChargeProblem, bench?: ScaleBench): ChargePlan
  /**
   * A good charge at once: the search for a still better choice of lots stops after so many nodes, always the
   * same ones, and the plan then says "feasible" with how much cheaper another could be.
   * @param purityCost what it is worth, in units of the objective, that the melt holds less of one tolerated element
   *   by all that its limit allows
   * @returns null when nothing fits
   */
  quickPlan(problem: ChargeProblem, nodes: number, purityCost?: number): ChargePlan | null
  /**
   * The least that a charge inside the limits can cost: any amounts, weighed without error, nothing counted for a line.
   * @returns in units of the objective; null when nothing fits
   */
  leastCost(problem: ChargeProblem): number | null
  /**
   * From where to where the mass of one lot lies in any charge at all that keeps the limits, and the certainty of each
   * where that is asked: any amounts, weighed without error. No charge lies outside.
   * @returns g; null when nothing fits
   */
  reach(problem: ChargeProblem, lotId: string): { fromG: number; toG: number } | null
  /**
   * How many looks for a charge have ended with their time, with none found and none ruled out. Where it has risen
   * meanwhile, what was called none may be one.
   */
  cutShort(): number
  /** How many looks for ways out have ended with their time: where it has risen, there may be more than were told. */
  waysCutShort(): number
}

interface Attempt {
  found: SearchResult
  model: BlendModel
  /** standard deviations kept from each limit, where all limits share one risk */
  deviations?: readonly number[]
}

/**
 * Makes a charge solver over a loaded HiGHS.
 * @param highs the solver's runtime, loaded by the caller (worker, server or command line)
 * @param clockMs reads a running clock, milliseconds; only for time limits
 * @param keep answer from former answers where that is quicker. Of charges that cost the same, the one given may
 *   then depend on what was asked before; without it the same problem always gets the same charge.
 */
export function createChargeSolver(
  highs: Highs,
  clockMs: () => number = () => 0,
  { keep = false } = {},
): ChargeSolver {
  const kept = new ConeMemory()
  const shelf = new ProgrammeShelf(highs, keep ? undefined : 0)
  const risks = new SharedRisks(highs, keep)
  let cutShort = 0
  let waysCutShort = 0

  /**
   * @param seconds after which the search ends; a step of it that is not done in as long again is given up
   * @param mostNodes after so many the search ends, with a plan or without
   */
  function attempt(...asked: Parameters<typeof tried>): Attempt {
    const [problem, seconds, , options] = asked
    const start = clockMs()
    const end = start + OVERDUE * seconds * 1000
    const attempted = unlessOutOfTime(
      () =>
        within(
          highs,
          () => clockMs() > end,
          () => tried(...asked),
        ),
      { found: TIME_IS_UP, model: buildBlendModel(problem, options) },
    )
    const { solution, proven } = attempted.found
    if (!solution.feasible && !proven && clockMs() - start >= seconds * 1000) cutShort++
    return attempted
  }

  function tried(
    problem: ChargeProblem,
    seconds: number,
    nodes = Infinity,
    options: BlendOptions = {},
    mostNodes = Infinity,
  ): Attempt {
    let model = buildBlendModel(problem, options)
    if (model.programme.isEmpty) return { found: NOTHING_FOUND, model }
    const memory = keep ? kept : new ConeMemory()
    const end = clockMs() + seconds * 1000
    let open: OpenProgramme | null = shelf.take(model)
    try {
      if (open.added === 0) recallCones(open, model, memory)
      const tries = nodes < ROUNDING_NODES ? HURRIED_TRIES : undefined
      const shares = options.deviations === undefined && sharesRisk(problem) && model.cones.length > 0
      let floor = -Infinity
      let deviations = options.deviations
      if (shares) {
        const shared = risks.among(problem, model, open, options, tries)
        if (!shared) {
          // The shelf's programme goes back as it was written.
          open.revise(buildBlendModel(problem, options).programme)
          shelf.giveBack(open)
          open = null
          return { found: NOTHING_FOUND, model }
        }
        floor = shared.solution.objective
        deviations = shared.deviations
        model = buildBlendModel(problem, { ...options, deviations })
        open.revise(model.programme)
      }
      let looked = 0
      const outOfTime = () => clockMs() > end || ++looked > mostNodes
      let found = search(open, model, outOfTime, nodes)
      for (let pass = 0; shares && found.solution.feasible && pass < MOST_PASSES; pass++) {
        // Which lots are used decides where risk is worth taking, and that in turn which lots are.
        const better = risks.again(problem, model, open, found, tries)
        if (!better) break
        const gained = found.solution.objective - better.found.solution.objective
        found = better.found
        deviations = better.deviations
        model = buildBlendModel(problem, { ...options, deviations })
        open.revise(model.programme)
        if (gained < WORTH_A_PASS * Math.abs(found.solution.objective)) break
        const next = search(open, model, outOfTime, nodes)
        if (!next.solution.feasible || next.solution.objective >= found.solution.objective) break
        found = next
      }
      if (shares && found.solution.feasible) {
        const gap = (found.solution.objective - floor) / Math.max(1e-12, Math.abs(found.solution.objective))
        found = { ...found, gap: Math.max(0, gap), proven: gap <= BEST }
      }
      if (found.solution.feasible) rememberCones(model, found.solution, memory)
      shelf.giveBack(open)
      open = null
      return { found, model, ...(deviations ? { deviations } : {}) }
    } finally {
      if (open) shelf.giveBack(open, true)
    }
  }

  function planFrom(
    problem: ChargeProblem,
    { found, model }: Attempt,
    lines?: PlanLine[],
  ): ChargePlan | null {
    const { solution, proven, gap } = found
    if (!solution.feasible) return null
    return {
      ...describePlan(problem, lines ?? readLines(model.lots, solution)),
      status: proven ? 'optimal' : 'feasible',
      ...(proven ? {} : { gap }),
      limiting: readLimiting(problem, model, solution),
    }
  }

  /**
   * A plan in the scale's steps. What limits it, and how far it may be from the best, is read from the plan without
   * steps: proving which of many near-equal roundings is best would take for ever and gain cents.
   */
  function roundedPlan(problem: ChargeProblem, seconds: number): ChargePlan | null {
    const smooth = { ...problem, excessMaxG: excessMaxG(problem) }
    delete smooth.incrementG
    const ideal = planFrom(smooth, attempt(smooth, seconds / 2))
    if (!ideal) return null
    const least = objectiveOf(problem, ideal)
    const gapOf = (one: ChargePlan) =>
      least > 0
        ? Math.max(0, objectiveOf(problem, one) / least - 1)
        : objectiveOf(problem, one) > 1e-9
          ? 1
          : 0
    let plan = planFrom(problem, attempt(problem, seconds / 4, ROUNDING_NODES))
    // Far from what is possible without steps, it is worth all of the time.
    if (!plan || (plan.status !== 'optimal' && gapOf(plan) > NEAR)) {
      const longer = planFrom(problem, attempt(problem, seconds / 4))
      if (longer && (!plan || objectiveOf(problem, longer) < objectiveOf(problem, plan))) plan = longer
    }
    if (!plan) return null
    if (plan.status === 'optimal') return { ...plan, limiting: ideal.limiting }
    const gap = gapOf(plan)
    const nearEnough = ideal.status === 'optimal' && gap <= 1e-9
    return { ...plan, status: nearEnough ? 'optimal' : 'feasible', gap, limiting: ideal.limiting }
  }

  /**
   * A plan in the steps of each line's own scale. With room kept for rounding every line to its step, the nearest
   * steps hold whatever they are; where there is not so much room, the search goes from step to step.
   */
  function steppedPlan(
    problem: ChargeProblem,
    seconds: number,
    nodes: number,
    options: BlendOptions = {},
  ): ChargePlan | null {
    const mostNodes = nodes < ROUNDING_NODES ? HURRIED_NODES : Infinity
    for (const room of ROOMS) {
      const roomy = attempt(problem, seconds / 4, nodes, { ...options, room }, mostNodes)
      if (!roomy.found.solution.feasible) break
      const lines = roundedToSteps(problem, readLines(roomy.model.lots, roomy.found.solution))
      if (holds(problem, lines)) return planFrom(problem, roomy, lines)
    }
    const smooth = attempt(problem, seconds / 4, nodes, options, mostNodes)
    if (!smooth.found.solution.feasible) return null
    const near = roundedToSteps(problem, readLines(smooth.model.lots, smooth.found.solution))
    if (holds(problem, near)) return planFrom(problem, smooth, near)
    return fromStepToStep(problem, smooth, seconds / 4, Math.min(nodes, ROUNDING_NODES), options)
  }

  /** The search kept to whole steps, by the certainty of each limit that the plan without steps has. */
  function fromStepToStep(
    problem: ChargeProblem,
    { model, found, deviations }: Attempt,
    seconds: number,
    nodes: number,
    options: BlendOptions = {},
  ): ChargePlan | null {
    const plan = planFrom(
      problem,
      attempt(
        problem,
        seconds,
        nodes,
        { ...options, wholeSteps: true, ...(deviations ? { deviations } : {}) },
        nodes < ROUNDING_NODES ? ROUNDINGS : Infinity,
      ),
    )
    return plan && holds(problem, plan.lines)
      ? { ...plan, limiting: readLimiting(problem, model, found.solution) }
      : null
  }

  /** A plan in steps with how far it may be from the best, by the best without steps; a nearer one where that is far. */
  function withGap(problem: ChargeProblem, plan: ChargePlan, seconds: number): ChargePlan {
    const smooth = attempt(problem, seconds / 2)
    if (!smooth.found.solution.feasible) return { ...plan, status: 'feasible', gap: 1 }
    const floor = smooth.found.solution.objective * (1 - smooth.found.gap)
    const gapOf = (one: ChargePlan) => {
      const objective = objectiveOf(problem, one)
      return Math.max(0, (objective - floor) / Math.max(1e-12, Math.abs(objective)))
    }
    const other = gapOf(plan) > NEAR ? fromStepToStep(problem, smooth, seconds / 2, ROUNDING_NODES) : null
    const nearer = other && gapOf(other) < gapOf(plan) ? other : plan
    const gap = gapOf(nearer)
    const rest = { ...nearer }
    delete rest.gap
    return gap <= BEST ? { ...rest, status: 'optimal' } : { ...rest, status: 'feasible', gap }
  }

  function best(problem: ChargeProblem, seconds: number, nodes: number, options: BlendOptions = {}) {
    if (isStepped(problem)) return steppedPlan(problem, seconds, nodes, options)
    return planFrom(problem, attempt(problem, seconds, nodes, options))
  }

  function answer(problem: ChargeProblem, bench: ScaleBench | null): ChargePlan {
    const seconds = problem.timeLimitS ?? DEFAULT_TIME_LIMIT_S
    const before = cutShort
    const stepped = isStepped(problem)
    const plan = stepped
      ? steppedPlan(problem, seconds, Infinity)
      : problem.incrementG === undefined
        ? planFrom(problem, attempt(problem, seconds))
        : roundedPlan(problem, seconds)
    if (plan) return stepped ? withGap(problem, plan, seconds / 2) : plan
    const unsure = cutShort > before
    const told = unsure ? {} : against(problem, seconds, bench)
    const lines = problem.leastHarm ? harmLeast(problem, seconds) : null
    if (lines) {
      const found = describePlan(problem, lines)
      // Where the search was cut short, what does the least harm may do none at all.
      if (unsure && holds(problem, lines)) return { ...found, status: 'feasible', gap: 1 }
      return { ...found, ...told, status: 'least-harm' }
    }
    return unsure ? unknownPlan(problem) : { ...emptyPlan(problem), ...told }
  }

  /** What stands against a charge, and ways out that were solved. */
  function against(problem: ChargeProblem, seconds: number, bench: ScaleBench | null) {
    const before = cutShort
    const works = (changed: ChargeProblem) => best(changed, seconds / 4, Infinity) !== null
    const end = clockMs() + seconds * 1000
    let late = false
    const outOfTime = (moreMs = 0) => {
      if (clockMs() <= end + moreMs) return false
      return (late = true)
    }
    const told = within(
      highs,
      () => outOfTime((OVERDUE - 1) * seconds * 1000),
      () => diagnose(highs, problem, works, () => outOfTime(), bench),
    )
    // A way out that was not looked at to its end is one that is not told of: that is told apart.
    if (late || cutShort > before) waysCutShort++
    cutShort = before
    return told
  }

  function harmLeast(problem: ChargeProblem, seconds: number): PlanLine[] | null {
    const end = clockMs() + seconds * 1000
    const overdue = () => clockMs() > end + (OVERDUE - 1) * seconds * 1000
    return unlessOutOfTime(
      () => within(highs, overdue, () => leastHarm(highs, problem, () => clockMs() > end)),
      null,
    )
  }

  return {
    solve(problem, bench) {
      try {
        return answer(problem, bench ?? null)
      } catch (error) {
        if (error instanceof SolverStopped) return unknownPlan(problem)
        throw error
      }
    },
    quickPlan: (problem, nodes, purityCost = 0) =>
      best(problem, problem.timeLimitS ?? DEFAULT_TIME_LIMIT_S, nodes, purityCost > 0 ? { purityCost } : {}),
    leastCost(problem) {
      const plain = plainly(problem)
      const { solution } = attempt(plain, DEFAULT_TIME_LIMIT_S).found
      return solution.feasible ? solution.objective : null
    },
    reach(problem, lotId) {
      const { confidence } = problem
      // What holds with a certainty altogether holds with it limit by limit.
      const each = confidence === undefined ? {} : { confidence, confidenceOf: 'each' as const }
      const plain: ChargeProblem = { ...plainly(problem), ...each }
      const end = (sign: 1 | -1): number | null => {
        const costPerG = (lot: { id: string }) => (lot.id === lotId ? sign : 0)
        const { solution } = attempt(plain, DEFAULT_TIME_LIMIT_S, Infinity, { costPerG }).found
        return solution.feasible ? sign * solution.objective : null
      }
      const fromG = end(1)
      const toG = fromG === null ? null : end(-1)
      return fromG === null || toG === null ? null : { fromG, toG }
    },
    cutShort: () => cutShort,
    waysCutShort: () => waysCutShort,
  }
}

/**
 * Time that ran out proves nothing, nor does a solver that gave up. The first version has no word for that: it names
 * no conflict then.
 */
export function unknownPlan(problem: ChargeProblem): ChargePlan {
  return { ...emptyPlan(problem), ...(problem.version === 2 ? { status: 'unknown' } : {}) }
}

const NOTHING_FOUND: SearchResult = { solution: NO_SOLUTION, proven: true, gap: 0 }
const TIME_IS_UP: SearchResult = { ...NOTHING_FOUND, proven: false }

const sharesRisk = ({ confidence, confidenceOf }: ChargeProblem) =>
  confidence !== undefined && confidenceOf === 'all'
const isStepped = ({ lots }: ChargeProblem) => lots.some(({ stepG }) => stepG !== undefined)
