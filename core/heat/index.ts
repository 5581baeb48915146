export { blankTest } from './blank-test'
export { AS_IT_COMES, chosenCharge, settled, unlocked } from './as-it-comes'
export { comesAsItIs } from './comes-as-it-is'
export { heatMelt } from './heat-melt'
export {
  BARE_BENCH,
  heatChargeProblem,
  heatWeighing,
  LINE_SHARE,
  smallestLineG,
  TAP_TOLERANCE_PCT,
  weighedCharge,
  type WeighingBench,
} from './charge-problem'
export {
  heatFormYields,
  heatLot,
  heatRecovery,
  heatRecoverySd,
  heatYield,
  heatYieldSd,
  isDoubted,
} from './losses'
export { heatLiquidus, heatWalls, heatWindow, sensiblePour, sensibleReadings } from './liquidus'
export { POT_LOT, potLot, potOf, residueFor, sharingPot, type Residue } from './residue'
export { potStory, type PotStory } from './pot-story'
export { potIron, type PotIron } from './pot-iron'
export { loggedZincG } from './logged-zinc'
export { liveTimers, type StepTimer } from './due-timers'
export { asksTheSame } from './asks-the-same'
export { benchOf } from './bench-of'
export { planKey } from './plan-key'
export { heatPlanSchema, type HeatPlan } from './heat-plan-schema'
export { askMark, planNumber, planToStore, planAmong, storedAnswer, storedLines } from './heat-plan'
export { weighedShortfalls } from './weighed-shortfalls'
export { heatStamp, newHeat } from './new-heat'
export {
  heatSchema,
  SEEN,
  SPECIMEN_PLACES,
  EVIDENCE,
  HUES,
  inferredSchema,
  MOST_CURVE_POINTS,
  TEST_KINDS,
  type Heat,
  type Ingot,
  type InMould,
  type LotChoice,
  type MetalTest,
  type Overruled,
  type Pour,
  type Seen,
  type WeighedLine,
} from './schema'
export { CAST_VERDICTS, castSchema, type Cast, type CastVerdict } from './cast-schema'
export {
  blankCast,
  castFault,
  castingTotals,
  castSteps,
  plannedCastings,
  withCastings,
  type CastFault,
  type CastingTotals,
  type CastSteps,
} from './castings'
export { inMouldsSpan, nextIngotStamp, tared, waitingIngot, type Span, type Tared } from './in-moulds'
export { castCosts, type CastCost, type Reckoning } from './cast-costs'
export { stockAfterLogging, ingotLot, spoiledLot, type ClosingLots } from './close-heat'
export { heatSummary, type HeatSummary } from './summary'
export { overruleLimits, restoreLimits } from './overrule'
export { heatFromProblem, namedProblem, type OpenedProblem } from './from-problem'
export {
  ingotsFirst,
  splitHeat,
  splitShares,
  type HeatShare,
  type SplitAnswer,
  type SplitAsk,
} from './split-heat'
export { shareStock } from './share-stock'
export { lotChoice } from './lot-choice'
export { weighLine } from './weigh-line'
export { baseMetalCover, claims, freeLots, type Claim } from './reserved'
export { blankEntry, LOG_KINDS, MOST_LOGGED, type LogEntry, type LogKind } from './log'
export { furnaceSettings, heatTrace, stepDoneMin, type FurnaceSettings } from './furnace-times'
export { comparePlaces, type PlacesCompared } from './compare-places'
export {
  MPA_PER,
  NEWTONS_PER,
  ramLoadN,
  roundSection,
  toPsi,
  type ForceUnit,
  type PressureUnit,
} from './test-bar'
export { tensileMPa } from './tensile'
export { heatsIn } from './heats-in'
export { usedUpLots } from './used-up'
