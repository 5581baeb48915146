import { expose } from 'comlink'
import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import { createChargeSolver, type ChargePlan, type ChargeProblem } from '#core/charge'

const solver = loadHighs({ locateFile: () => wasmUrl }).then((highs) =>
  createChargeSolver(highs, () => performance.now(), { keep: true }),
)

/** Enough to settle which lots are worth a line, few enough for a blink. */
const INTERACTIVE_NODES = 1

/** Questions the engine puts to itself once it has answered one, so that its code is compiled when someone types. */
const WARM_UPS = 8
let warmUps = 0
async function warmUp(problem: ChargeProblem): Promise<void> {
  const { quickPlan } = await solver
  warmUps++
  quickPlan(
    { ...problem, target: { ...problem.target, tapMassG: problem.target.tapMassG * (1 - 0.003 * warmUps) } },
    INTERACTIVE_NODES,
  )
  // One at a time: a question that came meanwhile goes first.
  if (warmUps < WARM_UPS) setTimeout(() => void warmUp(problem))
}

/** The charge engine behind a message port. */
const engine = {
  /** The plan of the first problem that can be solved, and which that was; else what stands against the last. */
  async solveFirst(problems: ChargeProblem[]): Promise<{ plan: ChargePlan; index: number }> {
    const { solve, quickPlan } = await solver
    for (const [index, problem] of problems.entries()) {
      const plan = quickPlan(problem, INTERACTIVE_NODES)
      if (!plan) continue
      if (warmUps === 0) setTimeout(() => void warmUp(problem))
      return { plan, index }
    }
    return { plan: solve(problems.at(-1)!), index: problems.length - 1 }
  },
}

export type ChargeEngine = typeof engine

expose(engine)
