export { CAUTION_SOURCE, CAUTIONS, findCaution, type Caution } from './cautions'
export type { AdditionClass, ChargedLot } from './classify'
export { phosphorusAdded, PHOSPHOR_COPPER_SHARE_PCT, type Dose } from './doses'
export { runSheet, type RunStep, type StepKind } from './run-sheet'
export { checkPlan, type CheckedPlan, type PlanCheck } from './plan-checks'
export { brimHolds, brimOfNumber, crucibleHolds } from './crucible'
export { freezingHeat, heatContent, meltHeat } from './heat-content'
export { degassed, densityIndex, hydrogenSolidAl, hydrogenSolubilityAl } from './hydrogen'
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
