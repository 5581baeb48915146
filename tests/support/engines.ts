import loadHighs from 'highs'
import {
  alternatives,
  afterWeighing,
  costOfLossDoubt,
  costOfRoom,
  createChargeSolver,
  draftPlan,
  planWeighing,
  priceOfCertainty,
  weightBand,
  type ChargeProblem,
  type Weighing,
  type WeighingAsk,
} from '#core/charge'
import { solveDay, type DayQuestion } from '#core/day-plan'
import { forecastHeat, type ForecastAsk } from '#core/furnace-model'

const NODES = 8
const runtime = loadHighs()
const solver = runtime.then((highs) => createChargeSolver(highs))

/** The questions of the workers, answered here by the same core. */
const engines = {
  plan: async (ask: WeighingAsk) => planWeighing(await solver, ask, NODES),
  draft: async (...[ask, former]: [WeighingAsk, Parameters<typeof draftPlan>[2]]) =>
    draftPlan(await solver, ask, former),
  warm: async () => {},
  whatIf: async (ask: WeighingAsk, lot: string, massG: number) =>
    planWeighing(await solver, afterWeighing(ask, lot, massG), NODES),
  room: async (answer: Weighing) => costOfRoom(await solver, answer, NODES),
  lossDoubt: async (answer: Weighing) => costOfLossDoubt(await solver, answer, NODES),
  band: async (ask: WeighingAsk, now: Weighing, lot: string, stepG: number) =>
    weightBand(await solver, ask, now, lot, stepG, NODES),
  ways: async (problem: ChargeProblem) => {
    const engine = await solver
    return { ways: alternatives(engine, problem), certainty: priceOfCertainty(engine, problem) }
  },
  forecast: async (ask: ForecastAsk) => forecastHeat(ask),
  day: async (question: DayQuestion) => {
    const { quickPlan } = await solver
    return solveDay(await runtime, question, (problem) => quickPlan(problem, NODES))
  },
}
export type Engines = typeof engines

/** Stands in for the engines behind message ports, in tests without a browser. */
export const mockEngines = () => ({
  Stopped: class extends Error {},
  askedEngine: () => ({
    ask: <T>(question: (engine: Engines) => Promise<T>) => question(engines),
    stop() {},
  }),
})
export { engines }
