export {
  heatChargeAttempts,
  heatChargeProblem,
  heatRecovery,
  weighedCharge,
  type ChargeAttempt,
  type Concession,
} from './charge-problem'
export { heatStamp, newHeat } from './new-heat'
export { heatSchema, type Heat, type Ingot, type LotChoice, type Pour, type WeighedLine } from './schema'
export { closeHeat, type ClosingLots } from './close-heat'
export { heatSummary, type HeatSummary } from './summary'
