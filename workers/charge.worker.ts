import { expose } from 'comlink'
import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import { createChargeSolver, type ChargePlan, type ChargeProblem } from '#core/charge'

const solver = loadHighs({ locateFile: () => wasmUrl }).then((highs) =>
  createChargeSolver(highs, () => performance.now()),
)

/** The charge engine behind a message port. */
const engine = {
  /** Resolves when the solver is loaded, so that the first charge is not the slow one. */
  async warm(): Promise<void> {
    await solver
  },
  /** The plan of the first problem that can be solved, and which that was; else what stands against the last. */
  async solveFirst(problems: ChargeProblem[]): Promise<{ plan: ChargePlan; index: number }> {
    const { solve, feasible } = await solver
    const index = problems.findIndex((problem, at) => at === problems.length - 1 || feasible(problem))
    return { plan: solve(problems[index]!), index }
  },
}

export type ChargeEngine = typeof engine

expose(engine)
