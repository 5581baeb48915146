import { expose } from 'comlink'
import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import {
  afterWeighing,
  costOfRoom,
  createChargeSolver,
  isNone,
  planWeighing,
  type Weighing,
  type WeighingAsk,
} from '#core/charge'

const solver = loadHighs({ locateFile: () => wasmUrl }).then((highs) =>
  createChargeSolver(highs, () => performance.now(), { keep: true }),
)

/** Enough to settle which lots are worth a line, few enough for a blink. */
const INTERACTIVE_NODES = 8

/** Questions the engine puts to itself once it has answered one, so that its code is compiled when someone types. */
const WARM_UPS = 3
let warmUps = 0
async function warmUp(ask: WeighingAsk): Promise<void> {
  const engine = await solver
  warmUps++
  const { target } = ask.problem
  const other = { ...target, tapMassG: target.tapMassG * (1 - 0.003 * warmUps) }
  planWeighing(
    engine,
    { ...ask, begun: false, problem: { ...ask.problem, target: other } },
    INTERACTIVE_NODES,
  )
  // One at a time: a question that came meanwhile goes first.
  if (warmUps < WARM_UPS) setTimeout(() => void warmUp(ask))
}

/** The charge engine behind a message port. */
const engine = {
  /**
   * The charge as it stands: the plan, or why there is none; once weighing has begun, always an answer.
   * @param typed someone may type at it: the next answers are to come at once
   * @param seconds that each look for a charge may take, where it is not the usual
   */
  async plan(ask: WeighingAsk, typed: boolean, seconds?: number): Promise<Weighing> {
    const asked = seconds === undefined ? ask : { ...ask, problem: { ...ask.problem, timeLimitS: seconds } }
    const answer = planWeighing(await solver, asked, INTERACTIVE_NODES)
    if (typed && warmUps === 0 && !ask.begun && !isNone(answer.plan)) setTimeout(() => void warmUp(ask))
    return answer
  },

  /** What comes of a weight if it is taken. */
  async whatIf(ask: WeighingAsk, lotId: string, massG: number): Promise<Weighing> {
    return planWeighing(await solver, afterWeighing(ask, lotId, massG), INTERACTIVE_NODES)
  },

  /** What the room for errors of weighing and for whole steps costs; null where it cannot be told. */
  async room(answer: Weighing): Promise<number | null> {
    return costOfRoom(await solver, answer, INTERACTIVE_NODES)
  },
}

export type ChargeEngine = typeof engine

expose(engine)
