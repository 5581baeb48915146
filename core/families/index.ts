export { classifyAddition } from './classify'
export { everydayFamily } from './everyday'
export {
  factsOf,
  familyOf,
  familyProblem,
  groupOfPractice,
  metalFacts,
  metalOf,
  metalOfPractice,
  practicesOfGroup,
  type AlloyKind,
  type Family,
  type NoFamily,
} from './family'
export { likeliestFamilies, OUTLANDISH, type LikelyFamily } from './likeliest'
export { estimateLiquidus, liquidusOf, liquidusOn, type Liquidus } from './liquidus'
export { alloyRecovery, LOSS_FAMILIES, lossFamily, RECOVERY_SOURCE, recoveryPriors } from './losses'
export { poisonsOf, type Poison } from './poisons'
export { pourWindow, wallsWant, type PourWindow, type Walls } from './pour-window'
export { ADDITIONS, METALS, type Addition, type FamilyMetal, type MetalFacts, type Treatment } from './schema'
export { shrinkageOf, type Shrinkage } from './shrinkage'
