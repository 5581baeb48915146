import { nth } from '#core/lists'
import type { Highs } from 'highs'
import { buildBlendModel, type BlendModel, type BlendOptions } from './blend-model'
import { minimiseWithCones } from './cones'
import type { OpenProgramme } from './linear-programme'
import type { ChargeProblem } from './problem'
import { shareRisk } from './risk'
import { settled, type SearchResult } from './search'

/** A limit may be missed by so much of itself, all limits together, and the asked certainty still be within reach. */
const REACHED = 1e-7

/** How the risk that a melt may be outside is shared among its limits. */
export class SharedRisks {
  /** Shares of former answers: where one was good, the next is near it. */
  private readonly formerShares = new Map<string, number>()

  /** @param keep whether former answers are gone on from */
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

  /** The best share of the risk while it is open which lots are used; null where the asked certainty is out of reach. */
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
    // What cannot be done without any margin cannot be done with one.
    const without = buildBlendModel(problem, { ...options, deviations: model.rows.map(() => 0) })
    open.revise(without.programme)
    if (!minimiseWithCones(open, without).feasible) return null
    // With equal shares nothing holds: another share may, and the one under which limits are missed least is tried.
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

  /** The risk shared anew once it is known which lots, and how many pieces of them, are used. */
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
