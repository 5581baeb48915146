export { CAUTION_SOURCE, CAUTIONS, findCaution, type Caution } from './cautions'
export type { ChargedLot } from './charged-lot'
export { phosphorusAdded, type Dose } from './doses'
export { runSheet } from './run-sheet'
export type { Hold, PotCare, RunSheetAsk, RunStep, StepKind } from './run-step'
export { isFineMetal, LIFT_G, mayHoldRounds, scrapCautions } from './hazards'
export { heldAt, holdOf, type HoldState } from './hold'
export { preheated, type Preheat } from './preheat'
export { holdTemperatures, Pot, PORTION, zincBoilsAt, type MeltC, type Portion } from './pot'
export {
  chosenPracticeSchema,
  judgeDose,
  ownPracticeSchema,
  PRACTICE_AREAS,
  practiceAreas,
  practiceInForce,
  PRACTICES_SOURCE,
  practicesOf,
  type ChosenPractices,
  type OwnPractice,
  type Practice,
  type PracticeArea,
} from './practice'
export { topUp } from './top-up'
export { magnesiumLeft, MAGNESIUM_SOURCE } from './magnesium-loss'
export { INCANDESCENCE, INCANDESCENCE_SOURCE } from './incandescence'
export { probeErrorWhileMolten, probeErrorAtPlateau, type ProbeError } from './lying-thermocouple'
export { checkPlan, type CheckedPlan, type PlanCheck, type PotIronCheck } from './plan-checks'
export { brimHolds, LIQUID_OVER_SOLID, brimOfNumber, crucibleHolds } from './crucible'
export { freezingHeat, heatContent, meltHeat } from './heat-content'
export {
  degassed,
  densityIndex,
  HYDROGEN_GUESS_SOURCE,
  hydrogenGuess,
  hydrogenSolidAl,
  hydrogenSolubilityAl,
} from './hydrogen'
export {
  COVERS,
  meltSurface,
  startingRate,
  temperatureAt,
  ZINC_DOUBT,
  ZINC_LOSS_SOURCE,
  zincLoss,
  type CoverId,
  type TracePoint,
  type ZincAsk,
} from './zinc-loss'
export { pureZincPressure, zincPressure } from './zinc-pressure'
export { EMERGENCIES, EMERGENCY_FIRST, EMERGENCY_SOURCE, type Emergency } from './emergencies'
export { gasReasons, type GasCase, type GasReason } from './gas-risk'
export { findPlateau, type Plateau } from './plateau'
export { afterAdding, CHILL_SOURCE, chillOf, type Chill } from './chill'
