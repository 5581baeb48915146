export { beats } from './beats'
export { applyRemedy, rulesOf, withoutRule } from './apply-remedy'
export { EXCESS, applyRemedyOnScales, ontoScales, type ScaleBench } from './scales'
export { meltCoefficients, type MeltCoefficients } from './melt-coefficients'
export { normalCdf, normalQuantile } from './normal'
export { totalViolation, limitWidth } from './least-harm'
export { normalised } from './blend-model'
export { holds, shortfallsOf } from './holds'
export { isWanted, TRACE_PCT } from './wanted'
export {
  chargePlanSchema,
  chargePlan2Schema,
  chargePlan3Schema,
  isNone,
  type ChargePlan,
  type Conflict,
  type LimitChange,
  type Limiting,
  type PlanLine,
  type Purchase,
  type Remedy,
  type Shortfall,
  type WeighingRule,
} from './plan'
export {
  boughtLot,
  PURCHASABLE,
  purchasesFor,
  wantedPurchases,
  withPurchases,
  type Purchasable,
} from './purchasable'
export {
  predictMelt,
  probabilityInLimits,
  probabilityInLimit,
  type ChargedLine,
  type ElementSources,
  type MeltPrediction,
} from './predict'
export {
  chargeProblemSchema,
  chargeProblem2Schema,
  chargeProblem3Schema,
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
export { couldGoInto, whyUnused, type CouldBe, type WhyUnused } from './why-unused'
export { Pile, rankBecomings, SURE, type Becoming, type PileTarget } from './become'
export {
  correctMelt,
  type AddedLine,
  type Correction,
  type CorrectionAsk,
  type MeasuredMetal,
} from './correct'
export { costInTurn, planTogether, type JointPlan } from './together'
export { afterWeighing, costOfRoom, draftPlan, planWeighing } from './weighing'
export { PURITY_SHARE } from './rungs'
export {
  CONCESSIONS,
  problemOf,
  type Concession,
  type HowAsked,
  type Weighing,
  type WeighingAsk,
} from './weighing-ask'
export { weightBand, type WeightBand } from './weight-band'
export { createChargeSolver, unknownPlan } from './solve'
export type { ChargeSolver } from './charge-solver'
export { relaxedLotChoices, type RelaxedLotChoice } from './let-in'
export { costOfLossDoubt, type LossDoubtCost } from './doubt-cost'
export { meltSpread } from './loss-odds'
export { probabilityInSpec } from './odds'
