export { heatFacts, type HeatFacts } from './facts'
export { BARS_AT_FAULT, causesOf, rankCauses, type RankedCause } from './rank'
export { EVIDENCE_IDS, SYMPTOMS, TROUBLE_SOURCE, type Cause, type EvidenceId, type Symptom } from './table'
export { conclusionsOf, remindersFor, type Reminder } from './reminders'
