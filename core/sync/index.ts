export { answerQuestion, openQuestions, takeUpdate, type OpenQuestion, type Touched } from './hear'
export { readRecord, recordNames } from './read'
export { writeRecords, type Writing } from './write'
export { headsOf, meetHeads, openSharedYard, type Heads, type SharedYard } from './shared-yard'
