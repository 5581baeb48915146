import type { Highs } from 'highs'
import { buildBlendModel, type BlendModel, type BlendOptions } from './blend-model'
import { ConeMemory, recallCones, rememberCones } from './cones'
import {
  NO_SOLUTION,
  isTimedOut,
  nullOnTimeout,
  within,
  workMs,
  type OpenProgramme,
} from './linear-programme'
import type { ChargeProblem } from './problem'
import { search, type SearchResult } from './search'
import { SharedRisks } from './shared-risks'
import { ModelPool } from './shelf'

/** Aborts a search step after this many times its time budget. */
export const OVERDUE = 2

/**
 * Below this many nodes a search is in a hurry: roundings are tried as soon as one feasible plan is known.
 */
export const ROUNDING_NODES = 300

/** Relative gap to the bound at which a plan counts as optimal. */
export const BEST = 1e-6

/** Repeats sharing the risk and choosing lots, while that gains this share of the objective. */
const MOST_PASSES = 4
const WORTH_A_PASS = 2e-3

/** Risk shares tried in a hurry. */
const HURRIED_TRIES = 14

export interface Attempt {
  found: SearchResult
  model: BlendModel
  /** Standard deviations kept from each limit, where all limits share one risk. */
  deviations?: readonly number[]
}

type Asked = [
  problem: ChargeProblem,
  seconds: number,
  nodes?: number,
  options?: BlendOptions,
  mostNodes?: number,
]

/** Runs searches, each with its share of counted work. */
export class Attempts {
  /** Searches that timed out with no plan found and none ruled out. */
  cutShort = 0
  readonly shelf: ModelPool
  private readonly kept = new ConeMemory()
  private readonly risks: SharedRisks

  /**
   * @param clockMs a running clock, milliseconds: for problems with their own time limit, and for the emergency
   * brake
   */
  constructor(
    readonly highs: Highs,
    private readonly clockMs: () => number,
    private readonly keep: boolean,
  ) {
    this.shelf = new ModelPool(highs, keep ? undefined : 0)
    this.risks = new SharedRisks(highs, keep)
  }

  /**
   * Returns a test whether so many seconds are up: of counted work, or of the clock where the problem sets a
   * limit.
   */
  timer({ timeLimitS }: ChargeProblem, seconds: number): (times?: number) => boolean {
    const [done, began] = [workMs(this.highs), this.clockMs()]
    return (times = 1) =>
      workMs(this.highs) - done > 1000 * seconds * times * this.effort ||
      (timeLimitS !== undefined && this.clockMs() - began > 1000 * seconds * times)
  }

  /** Multiplies the usual counted work of each search. */
  private effort = 1
  braked<T>(seconds: number, work: () => T, times = this.effort): T {
    const end = this.clockMs() + 1000 * seconds * times
    const before = this.effort
    this.effort = times
    try {
      return within(this.highs, () => this.clockMs() > end, work)
    } finally {
      this.effort = before
    }
  }

  /**
   * @param seconds after which the search ends; a single step is aborted after as long again
   * @param mostNodes after which the search ends, with a plan or without
   */
  attempt(...asked: Asked): Attempt {
    const [problem, seconds, , options] = asked
    const late = this.timer(problem, seconds)
    const attempted = nullOnTimeout(
      () =>
        within(
          this.highs,
          () => late(OVERDUE),
          () => this.tried(...asked),
        ),
      { found: TIME_IS_UP, model: buildBlendModel(problem, options) },
    )
    const { solution, proven } = attempted.found
    if (!solution.feasible && !proven && (attempted.found === TIME_IS_UP || late() || isTimedOut(this.highs)))
      this.cutShort++
    return attempted
  }

  private tried(
    problem: ChargeProblem,
    seconds: number,
    nodes = Infinity,
    options: BlendOptions = {},
    mostNodes = Infinity,
  ): Attempt {
    let model = buildBlendModel(problem, options)
    if (model.programme.isEmpty) return { found: NOTHING_FOUND, model }
    const memory = this.keep ? this.kept : new ConeMemory()
    const late = this.timer(problem, seconds)
    let open: OpenProgramme | null = this.shelf.take(model)
    try {
      if (open.added === 0) recallCones(open, model, memory)
      const tries = nodes < ROUNDING_NODES ? HURRIED_TRIES : undefined
      const shares = options.deviations === undefined && sharesRisk(problem) && model.cones.length > 0
      let floor = -Infinity
      let deviations = options.deviations
      if (shares) {
        const shared = this.risks.among(problem, model, open, options, tries)
        if (!shared) {
          // Restores the pooled model to how it was built.
          open.revise(buildBlendModel(problem, options).programme)
          this.shelf.giveBack(open)
          open = null
          return { found: NOTHING_FOUND, model }
        }
        floor = shared.solution.objective
        deviations = shared.deviations
        model = buildBlendModel(problem, { ...options, deviations })
        open.revise(model.programme)
      }
      let looked = 0
      const outOfTime = () => late() || ++looked > mostNodes
      let found = search(open, model, outOfTime, nodes)
      for (let pass = 0; shares && found.solution.feasible && pass < MOST_PASSES; pass++) {
        // The lots used decide where risk pays off, and that decides which lots to use.
        const better = this.risks.again(problem, model, open, found, tries)
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
      this.shelf.giveBack(open)
      open = null
      return { found, model, ...(deviations ? { deviations } : {}) }
    } finally {
      if (open) this.shelf.giveBack(open, true)
    }
  }
}

const NOTHING_FOUND: SearchResult = { solution: NO_SOLUTION, proven: true, gap: 0 }
const TIME_IS_UP: SearchResult = { ...NOTHING_FOUND, proven: false }

/**
 * Returns whether all limits of a problem share one risk.
 * @example sharesRisk({ confidence: 0.9, confidenceOf: 'all' }) // true
 */
export const sharesRisk = ({ confidence, confidenceOf }: ChargeProblem): boolean =>
  confidence !== undefined && confidenceOf === 'all'
