import { expose } from 'comlink'
import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import {
  alternatives,
  correctMelt,
  costOfLossDoubt,
  costOfRoom,
  type LossDoubtCost,
  createChargeSolver,
  Pile,
  planWeighing,
  priceOfCertainty,
  weightBand,
  type Alternative,
  type Becoming,
  type Certainty,
  type ChargeLot,
  type ChargeProblem,
  type CorrectionAsk,
  type Correction,
  type PileTarget,
  type Weighing,
  type WeighingAsk,
  type WeightBand,
} from '#core/charge'
import { worthKnowing, type WorthKnowing } from '#core/inference'
import type { Practice } from '#core/alloys'
import { solveDay, type DayAnswer, type DayQuestion } from '#core/day-plan'

const runtime = loadHighs({ locateFile: () => wasmUrl })
const clock = () => performance.now()
const solver = runtime.then((highs) => createChargeSolver(highs, clock, { keep: true }))

/** Targets of one base, tried on one pile. */
export interface PileFamily {
  base: string
  recovery: Record<string, number>
  targets: PileTarget[]
}

/** Targets between two words of progress. */
const STRIDE = 4
/** Nodes a search may spend on one of several plans. */
const QUICK_NODES = 12
/** As many as the charge engine gives the answer itself. */
const BAND_NODES = 8
let run = 0

/** Questions that may take longer than a blink, kept apart from the plan being edited. */
const study = {
  /** The other ways to charge the same melt, then the price of certainty. */
  async ways(problem: ChargeProblem): Promise<{ ways: Alternative[]; certainty: Certainty[] }> {
    const engine = await solver
    return { ways: alternatives(engine, problem), certainty: priceOfCertainty(engine, problem) }
  },

  /**
   * What the pile can become, target by target. A later call, or `stop`, ends an earlier one.
   * @param told called with what was found so far
   * @returns null when it was ended
   */
  async become(
    lots: ChargeLot[],
    families: PileFamily[],
    wantedG: number,
    told: (found: Becoming[], done: number, total: number) => void,
  ): Promise<Becoming[] | null> {
    const mine = ++run
    const highs = await runtime
    const total = families.reduce((sum, { targets }) => sum + targets.length, 0)
    const found: Becoming[] = []
    for (const { base, recovery, targets } of families) {
      const pile = new Pile(highs, lots, recovery, base)
      try {
        for (const target of targets) {
          found.push(pile.become(target, wantedG))
          if (found.length % STRIDE !== 0) continue
          told(found.slice(-STRIDE), found.length, total)
          await new Promise((resolve) => setTimeout(resolve))
          if (run !== mine) return null
        }
      } finally {
        pile.dispose()
      }
    }
    return found
  },

  stop(): void {
    run++
  },

  /** A day at the furnace: its order, its crucibles and its metal. */
  async day(question: DayQuestion): Promise<DayAnswer> {
    const { quickPlan } = await solver
    return solveDay(await runtime, question, (problem) => quickPlan(problem, QUICK_NODES), clock)
  },

  /** The plan of a heat, as Charge makes it. */
  async plan(ask: WeighingAsk): Promise<Weighing> {
    return planWeighing(createChargeSolver(await runtime, clock), ask, BAND_NODES)
  },

  /** From where to where the weight on the pan may be. */
  async band(ask: WeighingAsk, now: Weighing, lotId: string, stepG: number): Promise<WeightBand | null> {
    return weightBand(await solver, ask, now, lotId, stepG, BAND_NODES)
  },

  /** What it is worth to know each lot better before it is charged. */
  async worth(
    problem: ChargeProblem,
    practice: Practice,
    takes: Record<string, number>,
    told: (done: number) => void,
  ): Promise<WorthKnowing[]> {
    return worthKnowing({ problem, practice, solver: await solver, takes, told })
  },

  /** What the room for errors of weighing and for whole steps costs; null where it cannot be told. */
  async room(answer: Weighing): Promise<number | null> {
    return costOfRoom(await solver, answer, BAND_NODES)
  },

  /** What the doubt of the losses costs, and whose most; null where it cannot be told. */
  async lossDoubt(answer: Weighing): Promise<LossDoubtCost | null> {
    return costOfLossDoubt(await solver, answer, BAND_NODES)
  },

  async correct(ask: CorrectionAsk): Promise<Correction> {
    return correctMelt(await runtime, ask)
  },
}

export type StudyEngine = typeof study

expose(study)
