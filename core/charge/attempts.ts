import type { Highs } from 'highs'
import { buildBlendModel, type BlendModel, type BlendOptions } from './blend-model'
import { ConeMemory, recallCones, rememberCones } from './cones'
import {
  NO_SOLUTION,
  timeIsUp,
  unlessOutOfTime,
  within,
  workMs,
  type OpenProgramme,
} from './linear-programme'
import type { ChargeProblem } from './problem'
import { search, type SearchResult } from './search'
import { SharedRisks } from './shared-risks'
import { ProgrammeShelf } from './shelf'

/** A search that is not done in so many times its seconds is cut off in the middle of a step. */
export const OVERDUE = 2

/** Fewer nodes than this are a hurry: roundings tried once one that holds is at hand. */
export const ROUNDING_NODES = 300

/** A plan this near to what no plan can beat is the best there is, as a fraction of the objective. */
export const BEST = 1e-6

/** Times the risk is shared anew and the lots are chosen again by it, while that gains this share of the objective. */
const MOST_PASSES = 4
const WORTH_A_PASS = 2e-3

/** Shares of the risk looked at in a hurry. */
const HURRIED_TRIES = 14

export interface Attempt {
  found: SearchResult
  model: BlendModel
  /** standard deviations kept from each limit, where all limits share one risk */
  deviations?: readonly number[]
}

type Asked = [
  problem: ChargeProblem,
  seconds: number,
  nodes?: number,
  options?: BlendOptions,
  mostNodes?: number,
]

/** Looks for a charge, each with its share of counted work. */
export class Attempts {
  /** looks that ended with their time, with none found and none ruled out */
  cutShort = 0
  readonly shelf: ProgrammeShelf
  private readonly kept = new ConeMemory()
  private readonly risks: SharedRisks

  /** @param clockMs reads a running clock, milliseconds: where a problem sets its own limit, and for the brake */
  constructor(
    readonly highs: Highs,
    private readonly clockMs: () => number,
    private readonly keep: boolean,
  ) {
    this.shelf = new ProgrammeShelf(highs, keep ? undefined : 0)
    this.risks = new SharedRisks(highs, keep)
  }

  /** Tells whether so many seconds are up: of counted work, or by the clock where the problem itself sets a limit. */
  timer({ timeLimitS }: ChargeProblem, seconds: number): (times?: number) => boolean {
    const [done, began] = [workMs(this.highs), this.clockMs()]
    return (times = 1) =>
      workMs(this.highs) - done > 1000 * seconds * times * this.effort ||
      (timeLimitS !== undefined && this.clockMs() - began > 1000 * seconds * times)
  }

  /** times the usual counted work that each look may take */
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
   * @param seconds after which the search ends; a step of it that is not done in as long again is given up
   * @param mostNodes after so many the search ends, with a plan or without
   */
  attempt(...asked: Asked): Attempt {
    const [problem, seconds, , options] = asked
    const late = this.timer(problem, seconds)
    const attempted = unlessOutOfTime(
      () =>
        within(
          this.highs,
          () => late(OVERDUE),
          () => this.tried(...asked),
        ),
      { found: TIME_IS_UP, model: buildBlendModel(problem, options) },
    )
    const { solution, proven } = attempted.found
    if (!solution.feasible && !proven && (attempted.found === TIME_IS_UP || late() || timeIsUp(this.highs)))
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
          // The this.shelf's programme goes back as it was written.
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
        // Which lots are used decides where risk is worth taking, and that in turn which lots are.
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
 * Whether one risk is shared by all limits of a problem.
 * @example sharesRisk({ confidence: 0.9, confidenceOf: 'all' }) // true
 */
export const sharesRisk = ({ confidence, confidenceOf }: ChargeProblem): boolean =>
  confidence !== undefined && confidenceOf === 'all'
