export { answerQuestion, openQuestions, takeUpdate, type OpenQuestion, type Touched } from './hear'
export { readRecord, recordNames } from './read'
export { writeRecords, type Writing } from './write'
export {
  extendHeads,
  openSharedYard,
  reachOf,
  signOfHeads,
  type Heads,
  type Reach,
  type SharedYard,
} from './shared-yard'
