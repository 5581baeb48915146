export { heatFacts, type HeatFacts } from './facts'
export {
  BARS_AT_FAULT,
  causesOf,
  EVIDENCE_IDS,
  rankCauses,
  SYMPTOMS,
  TROUBLE_SOURCE,
  type Cause,
  type EvidenceId,
  type RankedCause,
  type Symptom,
} from './rank'
export { conclusionsOf, remindersFor, type Reminder } from './reminders'
