export { meltCoefficients, type MeltCoefficients } from './melt-coefficients'
export { normalCdf, normalQuantile } from './normal'
export type { ChargePlan, Conflict, Limiting, PlanLine, Remedy } from './plan'
export {
  predictMelt,
  probabilityInLimits,
  probabilityInside,
  type ChargedLine,
  type ElementSources,
  type MeltPrediction,
} from './predict'
export {
  chargeProblemSchema,
  parseChargeProblem,
  type ChargeLot,
  type ChargeProblem,
  type ChargeTarget,
  type ProblemIssue,
} from './problem'
export { createChargeSolver, type ChargeSolver } from './solve'
