import type { MessagePort } from 'node:worker_threads'
import loadHighs from 'highs'
import { createChargeSolver, type ChargePlan, type ChargeProblem } from '#core/charge'

/* The charge engine in a thread of its own: whatever it is asked, the server goes on answering. */

const solver = loadHighs().then((highs) => createChargeSolver(highs, () => performance.now()))

/** @param begun told when the problem's turn has come */
export default async ({
  problem,
  begun,
}: {
  problem: ChargeProblem
  begun: MessagePort
}): Promise<ChargePlan> => {
  const engine = await solver
  begun.postMessage('begun')
  begun.close()
  return engine.solve(problem)
}
