import { expose } from 'comlink'
import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import {
  afterWeighing,
  createChargeSolver,
  draftPlan,
  planWeighing,
  type Weighing,
  type WeighingAsk,
} from '#core/charge'

/** Nothing is kept from one question to the next: the same question gets the same plan, whatever was asked before. */
const solver = loadHighs({ locateFile: () => wasmUrl }).then((highs) =>
  createChargeSolver(highs, () => performance.now()),
)

/** Enough to settle which lots are worth a line, few enough for a blink. */
const INTERACTIVE_NODES = 8
/** Asked to search longer: times the usual work of each look, and of the brake, s. */
const LONGER = { brakeS: 75, times: 4 }
/** Drafts the engine makes for itself, so that its code is compiled when someone types. */
const WARM_UPS = 6

/** The plan at hand: how it was asked for, and its lots. */
type Former = Parameters<typeof draftPlan>[2]

/** An answer without its problem: whoever asked has that, and it need not be sent back. */
export type Answer = Omit<Weighing, 'problem'>
const withoutProblem = ({ problem: _, ...answer }: Weighing): Answer => answer

/** The charge engine behind a message port. */
const engine = {
  /**
   * The charge as it stands: the plan, or why there is none; once weighing has begun, always an answer.
   * @param longer it may take minutes
   */
  async plan(ask: WeighingAsk, longer: boolean): Promise<Answer> {
    return withoutProblem(planWeighing(await solver, ask, INTERACTIVE_NODES, longer ? LONGER : {}))
  },

  /** What the lots of the plan at hand can do now; null where they no longer do. */
  async draft(ask: WeighingAsk, former: Former): Promise<Answer | null> {
    const found = draftPlan(await solver, ask, former)
    return found && withoutProblem(found)
  },

  /** Makes drafts of a question that is a little other each time. */
  async warm(ask: WeighingAsk, former: Former): Promise<void> {
    const { target } = ask.problem
    for (let time = 1; time <= WARM_UPS; time++) {
      const other = { ...target, tapMassG: target.tapMassG * (1 - 0.002 * time) }
      draftPlan(await solver, { ...ask, problem: { ...ask.problem, target: other } }, former)
      // One at a time: a question that came meanwhile goes first.
      await new Promise((resolve) => setTimeout(resolve))
    }
  },

  /** What comes of a weight if it is taken. */
  async whatIf(ask: WeighingAsk, lotId: string, massG: number): Promise<Weighing> {
    return planWeighing(await solver, afterWeighing(ask, lotId, massG), INTERACTIVE_NODES)
  },
}

export type ChargeEngine = typeof engine

expose(engine)
