export { type DeviceId } from './entry'
export { answerQuestion, openQuestions, takeUpdate, type OpenQuestion, type Touched } from './hear'
export { readRecord, recordNames } from './read'
export { writeRecords, type Writing } from './write'
