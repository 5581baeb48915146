import type { Highs } from 'highs'
import { plainly } from './apply-remedy'
import { Attempts, BEST, OVERDUE, ROUNDING_NODES, sharesRisk, type Attempt } from './attempts'
import { excessMaxG, type BlendOptions } from './blend-model'
import { BRAKE_S, type ChargeSolver, type QuickOptions } from './charge-solver'
import { describePlan, emptyPlan, readLines, roundedToSteps } from './describe'
import { diagnose } from './diagnose'
import { holds } from './holds'
import { closestCharge } from './least-harm'
import { readLimiting } from './limiting'
import { hasLossDoubt } from './loss-odds'
import { SolverStopped, isTimedOut, nullOnTimeout, within } from './linear-programme'
import { HURRIED_NODES, isStepped, LEAST_ROOM, LookedPlans, ROOMS, statedGap } from './looked-plans'
import { seekSteps } from './nearest-steps'
import { objectiveOf } from './objective'
import type { ChargePlan, PlanLine } from './plan'
import type { ChargeProblem } from './problem'
import type { ScaleBench } from './scales'
import { PlaneMemory, settledCharge } from './settled-charge'

/** Nodes of the fallback search for sets of lots. */
const RESCUE_NODES = 8

/** Default budget of counted work, seconds. */
const DEFAULT_TIME_LIMIT_S = 5

/** Roundings tried in a hurry, feasible or not. */
const ROUNDINGS = 60

/** A stepped plan dearer by this fraction is worth a search over steps. */
const NEAR = 2e-3

/**
 * Creates a charge solver over a loaded HiGHS runtime. Searches end by counted work, so that the same problem
 * gets the same charge on any machine. The clock counts only where a problem sets a limit, and as a brake.
 * @param highs the solver's runtime, loaded by the caller (worker, server or command line)
 * @param clockMs a running clock, milliseconds
 * @param keep warm-start from earlier answers. Among charges of equal cost the result may then depend on earlier
 * questions; without it the same problem always gets the same charge.
 */
export function createChargeSolver(
  highs: Highs,
  clockMs: () => number = () => 0,
  { keep = false } = {},
): ChargeSolver {
  const attempts = new Attempts(highs, clockMs, keep)
  const looks = new LookedPlans(attempts)
  const attempt: Attempts['attempt'] = (...asked) => attempts.attempt(...asked)
  const timer: Attempts['timer'] = (...asked) => attempts.timer(...asked)
  let waysCutShort = 0
  const memory = new PlaneMemory()

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
      ...(proven ? {} : statedGap(gap)),
      limiting: readLimiting(problem, model, solution),
    }
  }

  /**
   * A plan in the scale's steps. Its limits and gap are read from the plan without steps: proving the best of
   * many near-equal roundings would take for ever and gain cents.
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
    // Far from the plan without steps, a search is worth all of the time.
    if (!plan || (plan.status !== 'optimal' && gapOf(plan) > NEAR)) {
      const longer = planFrom(problem, attempt(problem, seconds / 4))
      if (longer && (!plan || objectiveOf(problem, longer) < objectiveOf(problem, plan))) plan = longer
    }
    if (!plan) return null
    if (plan.status === 'optimal') return { ...plan, limiting: ideal.limiting }
    const gap = gapOf(plan)
    const nearEnough = ideal.status === 'optimal' && gap <= 1e-9
    return {
      ...plan,
      status: nearEnough ? 'optimal' : 'feasible',
      ...statedGap(gap),
      limiting: ideal.limiting,
    }
  }

  /**
   * A plan in the steps of each line's own scale. With an allowance for rounding every line, the nearest steps
   * are feasible; without enough allowance, the search goes from step to step.
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

  /** The search restricted to whole steps, with the certainty of each limit from the plan without steps. */
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

  /** A stepped plan with its gap to the best without steps; improved where that gap is large. */
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
    return gap <= BEST ? { ...rest, status: 'optimal' } : { ...rest, status: 'feasible', ...statedGap(gap) }
  }

  function best(
    problem: ChargeProblem,
    seconds: number,
    nodes: number,
    options: BlendOptions = {},
    candidates?: QuickOptions['candidates'],
  ) {
    looks.ruledOut = false
    const hurried = nodes < ROUNDING_NODES && isStepped(problem)
    if ((sharesRisk(problem) || hurried) && problem.incrementG === undefined) {
      const plan = nullOnTimeout(() => looks.plan(problem, seconds, nodes, options, candidates), undefined)
      if (plan !== undefined) return plan
    }
    if (isStepped(problem)) return steppedPlan(problem, seconds, nodes, options)
    return planFrom(problem, attempt(problem, seconds, nodes, options))
  }

  /** Converts a problem with one step for all into one with that step for each lot. */
  function byLots(problem: ChargeProblem): ChargeProblem {
    const { incrementG, ...rest } = problem
    if (incrementG === undefined) return problem
    const lots = problem.lots.map((lot) => (lot.pieceG === undefined ? { ...lot, stepG: incrementG } : lot))
    return { ...rest, excessMaxG: excessMaxG(problem), lots }
  }

  /** Improves a stepped plan step by step where it is far from the best; same lower bound. */
  function nearer(problem: ChargeProblem, plan: ChargePlan): ChargePlan {
    if ((plan.gap ?? 0) <= NEAR || (problem.incrementG === undefined && !isStepped(problem))) return plan
    const lines = seekSteps(byLots(problem), plan.lines, (one) =>
      objectiveOf(problem, describePlan(problem, [...one])),
    )
    if (!lines || !holds(problem, lines)) return plan
    const before = objectiveOf(problem, plan)
    const next = describePlan(problem, lines)
    const now = objectiveOf(problem, next)
    if (now >= before) return plan
    const floor = before * (1 - (plan.gap ?? 0))
    const { gap: _, ...rest } = plan
    return {
      ...rest,
      ...next,
      status: 'feasible',
      limiting: plan.limiting,
      ...statedGap(Math.max(0, 1 - floor / now)),
    }
  }

  /**
   * A plan where the search found none in time: search for sets of lots, solve each exactly, round afterwards.
   */
  function rescue(problem: ChargeProblem, seconds: number): ChargePlan | null {
    const free = byLots(problem)
    const found = nullOnTimeout(() => looks.plan(free, seconds, RESCUE_NODES, {}, [], true), null)
    if (!found || !holds(problem, found.lines)) return null
    const { status, gap, limiting } = found
    return {
      ...describePlan(problem, found.lines),
      status: status === 'optimal' ? 'feasible' : status,
      ...(gap === undefined ? {} : { gap }),
      limiting,
    }
  }

  function answer(problem: ChargeProblem, bench: ScaleBench | null): ChargePlan {
    const seconds = problem.timeLimitS ?? DEFAULT_TIME_LIMIT_S
    const before = attempts.cutShort
    const stepped = isStepped(problem)
    const sure =
      sharesRisk(problem) && problem.incrementG === undefined
        ? nullOnTimeout(() => looks.plan(problem, seconds, Infinity, {}), undefined)
        : undefined
    if (sure) return nearer(problem, sure)
    const plan =
      sure === null
        ? null
        : stepped
          ? steppedPlan(problem, seconds, Infinity)
          : problem.incrementG === undefined
            ? planFrom(problem, attempt(problem, seconds))
            : roundedPlan(problem, seconds)
    if (plan) {
      const told = stepped ? withGap(problem, plan, seconds / 2) : plan
      // Far from the best, a search for sets of lots may come nearer.
      const other = (told.gap ?? 0) > NEAR && !sharesRisk(problem) ? rescue(problem, seconds) : null
      const floor = objectiveOf(problem, told) * (1 - (told.gap ?? 0))
      if (!other || objectiveOf(problem, other) >= objectiveOf(problem, told)) return nearer(problem, told)
      const objective = objectiveOf(problem, other)
      const { gap: _, ...rest } = other
      const gap = Math.max(0, (objective - floor) / Math.max(1e-12, Math.abs(objective)))
      return nearer(problem, { ...rest, ...statedGap(gap) })
    }
    const rescued = attempts.cutShort > before ? rescue(problem, seconds) : null
    if (rescued) return rescued
    const unsure = attempts.cutShort > before
    const told = unsure ? {} : against(problem, seconds, bench)
    const lines = problem.leastHarm ? harmLeast(problem, seconds) : null
    if (lines) {
      const found = describePlan(problem, lines)
      // Where the search was cut off, the charge with the smallest violation may have none.
      if (unsure && holds(problem, lines)) return { ...found, status: 'feasible', gap: 1 }
      return { ...found, ...told, status: 'least-harm' }
    }
    return unsure ? unknownPlan(problem) : { ...emptyPlan(problem), ...told }
  }

  /** Why a charge is infeasible, with proven remedies. */
  function against(problem: ChargeProblem, seconds: number, bench: ScaleBench | null) {
    const before = attempts.cutShort
    const works = (changed: ChargeProblem) => best(changed, seconds / 4, Infinity) !== null
    const up = timer(problem, seconds)
    let late = false
    const outOfTime = (times = 1) => {
      if (!up(times)) return false
      return (late = true)
    }
    const told = within(
      highs,
      () => outOfTime(OVERDUE),
      () => diagnose(highs, problem, works, () => outOfTime(), bench),
    )
    // A remedy whose check was cut off is not reported, but counted.
    if (late || attempts.cutShort > before || isTimedOut(highs)) waysCutShort++
    attempts.cutShort = before
    return told
  }

  function harmLeast(problem: ChargeProblem, seconds: number): PlanLine[] | null {
    const late = timer(problem, seconds)
    return nullOnTimeout(
      () =>
        within(
          highs,
          () => late(OVERDUE),
          () => closestCharge(highs, problem, () => late()),
        ),
      null,
    )
  }

  return {
    solve(given, bench) {
      const problem = jointly(given)
      try {
        // A problem's own time limit is kept share by share; without one there is the brake.
        return attempts.braked(problem.timeLimitS === undefined ? BRAKE_S : Infinity, () =>
          answer(problem, bench ?? null),
        )
      } catch (error) {
        if (error instanceof SolverStopped) return unknownPlan(problem)
        throw error
      }
    },
    quickPlan: (given, nodes, { purityCost = 0, seconds, candidates } = {}) => {
      const problem = jointly(given)
      return attempts.braked(BRAKE_S, () =>
        best(
          problem,
          seconds ?? problem.timeLimitS ?? DEFAULT_TIME_LIMIT_S,
          nodes,
          purityCost > 0 ? { purityCost } : {},
          candidates,
        ),
      )
    },
    leastCost(problem) {
      const plain = plainly(problem)
      const { solution } = attempt(plain, DEFAULT_TIME_LIMIT_S).found
      return solution.feasible ? solution.objective : null
    },
    reach(problem, lotId) {
      const { confidence } = problem
      // What holds for the whole composition also holds limit by limit.
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
    cutShort: () => attempts.cutShort,
    ruledOut: () => looks.ruledOut,
    waysCutShort: () => waysCutShort,
    braked: (seconds, work, times) => attempts.braked(seconds, work, times),
    settledPlan(given, lots, purityCost = 0) {
      const problem = jointly(given)
      if (problem.incrementG !== undefined) return null
      const there = new Set(problem.lots.flatMap(({ id, fixedG, pieceG }) => ((fixedG ?? pieceG) ? [] : id)))
      const uses = new Map(lots.flatMap((id) => (there.has(id) ? [[id, null] as const] : [])))
      const options = { purityCost, memory, room: isStepped(problem) ? LEAST_ROOM : 0 }
      return nullOnTimeout(() => {
        const charge = settledCharge(highs, problem, uses, options)
        const lines = charge && isStepped(problem) ? looks.inSteps(problem, charge, options) : charge?.lines
        return lines && holds(problem, lines) ? { ...describePlan(problem, lines), status: 'feasible' } : null
      }, null)
    },
  }
}

/**
 * A problem whose losses are in doubt is planned for all its limits together: what holds for all holds for each.
 */
const jointly = (problem: ChargeProblem): ChargeProblem =>
  problem.confidence !== undefined && hasLossDoubt(problem) ? { ...problem, confidenceOf: 'all' } : problem

/** Returns the answer where time ran out or the solver gave up: it proves nothing. */
export function unknownPlan(problem: ChargeProblem): ChargePlan {
  return { ...emptyPlan(problem), status: 'unknown' }
}
