import { nth } from '#core/lists'
import type { Highs } from 'highs'
import { buildBlendModel, type BlendModel, type BlendOptions } from './blend-model'
import { minimiseWithCones } from './cones'
import type { OpenProgramme } from './linear-programme'
import type { ChargeProblem } from './problem'
import { shareRisk } from './risk'
import { settled, type SearchResult } from './search'

/** Total violation below which the asked certainty counts as reachable. */
const REACHED = 1e-7

/** Allocates the risk of being out of spec among the limits. */
export class SharedRisks {
  /** Earlier allocations: a good starting point for the next. */
  private readonly formerShares = new Map<string, number>()

  /** @param keep whether to start from earlier answers */
  constructor(
    private readonly highs: Highs,
    private readonly keep: boolean,
  ) {}

  private recall(problem: ChargeProblem, { rows }: BlendModel): number[] | null {
    if (!this.keep) return null
    const former = rows.flatMap((row) =>
      row.cone ? (this.formerShares.get(shareKey(problem, row)) ?? []) : 0,
    )
    return former.length === rows.length ? former : null
  }
  private remember(problem: ChargeProblem, { rows }: BlendModel, shares: readonly number[]): void {
    if (!this.keep) return
    rows.forEach((row, at) => row.cone && this.formerShares.set(shareKey(problem, row), nth(shares, at)))
  }

  /** Best allocation while the lots are still open; null where the asked certainty is out of reach. */
  among(
    problem: ChargeProblem,
    model: BlendModel,
    open: OpenProgramme,
    options: BlendOptions,
    tries: number | undefined,
  ) {
    const former = this.recall(problem, model)
    const again = former && shareRisk(open, model, problem.confidence!, { from: former, tries })
    const shared = again?.solution.feasible ? again : shareRisk(open, model, problem.confidence!, { tries })
    if (shared.solution.feasible) {
      this.remember(problem, model, shared.deviations)
      return shared
    }
    // What is infeasible without margins is infeasible with them.
    const without = buildBlendModel(problem, { ...options, deviations: model.rows.map(() => 0) })
    open.revise(without.programme)
    if (!minimiseWithCones(open, without).feasible) return null
    // If equal shares are infeasible, tries the allocation with the smallest violation.
    const elastic = buildBlendModel(problem, { ...options, elasticCost: 1, costPerG: () => 0 })
    const loose = elastic.programme.open(this.highs)
    try {
      const reached = shareRisk(loose, elastic, problem.confidence!, { enough: REACHED, tries })
      if (!reached.solution.feasible || reached.solution.objective > REACHED) return null
      const start = buildBlendModel(problem, { ...options, deviations: reached.deviations })
      open.revise(start.programme)
      const found = shareRisk(open, start, problem.confidence!, { from: reached.deviations, tries })
      return found.solution.feasible ? found : null
    } finally {
      loose.dispose()
    }
  }

  /** Reallocates the risk once the lots and pieces in use are known. */
  again(
    problem: ChargeProblem,
    model: BlendModel,
    open: OpenProgramme,
    found: SearchResult,
    tries: number | undefined,
  ) {
    const decided = model.lots.some(
      ({ stepG, leastG }, index) => stepG !== undefined || leastG > 0 || model.decides[index],
    )
    if (!decided) return null
    return settled(open, model, found.solution, () => {
      const shared = shareRisk(open, model, problem.confidence!, {
        from: model.rows.map((row) => row.deviations),
        tries,
      })
      if (!shared.solution.feasible || shared.solution.objective >= found.solution.objective) return null
      return { found: { ...found, solution: shared.solution }, deviations: shared.deviations }
    })
  }
}

const shareKey = ({ confidence }: ChargeProblem, { element, bound }: BlendModel['rows'][number]) =>
  `${confidence} ${element} ${bound}`
