export { CAUTION_SOURCE, CAUTIONS, findCaution, type Caution } from './cautions'
export type { AdditionClass, ChargedLot } from './classify'
export { phosphorusAdded, PHOSPHOR_COPPER_SHARE_PCT, type Dose } from './doses'
export { runSheet, type RunStep, type StepKind } from './run-sheet'
