export { applyRemedy, rulesOf, withoutRule } from './apply-remedy'
export { meltCoefficients, type MeltCoefficients } from './melt-coefficients'
export { normalCdf, normalQuantile } from './normal'
export {
  chargePlanSchema,
  type ChargePlan,
  type Conflict,
  type LimitChange,
  type Limiting,
  type PlanLine,
  type Purchase,
  type Remedy,
  type WeighingRule,
} from './plan'
export { boughtLot, PURCHASABLE, purchaseOf, purchasesFor, type Purchasable } from './purchasable'
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
export {
  alternatives,
  CERTAINTY_STEPS,
  priceOfCertainty,
  WAYS,
  type Alternative,
  type Certainty,
  type Way,
} from './alternatives'
export { Pile, rankBecomings, type Becoming, type PileTarget } from './become'
export { correctMelt, type Correction, type CorrectionAsk, type MeasuredMetal } from './correct'
export { lineTolerance } from './line-tolerance'
export { costInTurn, planTogether, type JointPlan } from './together'
export { createChargeSolver, type ChargeSolver } from './solve'
