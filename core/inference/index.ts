export { chargePrior, type CompositionPrior, type PriorAsk, type PriorLine } from './charge-prior'
export { inferComposition, lookAt, type Inferred, type Looked } from './infer'
export { positive, PROBE_SD_C, type InferAsk } from './melt-figures'
export { modelsOf, termsOf, type Observation, type Term, type TermsAsk } from './observation'
export {
  colourProperty,
  densityProperty,
  fromIacs,
  hardnessProperty,
  hueFigure,
  liquidusProperty,
  resistivityProperty,
  toIacs,
  type Property,
  type PropertyAsk,
} from './properties'
export { SHED, SHED_TESTS, type Hue, type KnownArrest, type ShedTest } from './table'
export {
  knownArrest,
  readCoolingCurve,
  type Arrest,
  type CoolingCurve,
  type CurvePoint,
  type CurveProblem,
  type CurveReading,
  type LiquidusArrest,
} from './cooling-curve'
export { fourWire, type FourWire } from './four-wire'
export { contradictions, contributions, type Contradiction, type Contribution } from './contributions'
export {
  BALANCE_ID,
  heatEvidence,
  inferHeat,
  type HeatEvidence,
  type HeatInference,
  type InferenceYard,
  type UnusableReason,
} from './heat-inference'
export {
  inferredVerdict,
  drawsInSpec,
  nearestByOdds,
  type InferredLimit,
  type InferredVerdict,
  type NearOdds,
} from './judged'
export { nextTests, type NextTestAsk, type WorthTest } from './next-test'
export { LOT_TESTS, worthKnowing, type LotTest, type WorthAsk, type WorthKnowing } from './worth-knowing'
