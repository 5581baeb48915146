export { PRACTICE_HEATS, PRACTICE_HEATS_SOURCE, type PracticeHeat } from './practice-heats'
export { practiceProof, type Proof, type Shown } from './shown-by'
