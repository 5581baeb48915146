import { expose } from 'comlink'
import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import { createChargeSolver, type ChargePlan, type ChargeProblem } from '#core/charge'

const solver = loadHighs({ locateFile: () => wasmUrl }).then(createChargeSolver)

/** The charge engine behind a message port. */
const engine = {
  /** Resolves when the solver is loaded, so that the first charge is not the slow one. */
  async warm(): Promise<void> {
    await solver
  },
  async solve(problem: ChargeProblem): Promise<ChargePlan> {
    return (await solver).solve(problem)
  },
}

export type ChargeEngine = typeof engine

expose(engine)
