export { heatFacts, type HeatFacts } from './facts'
export {
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
export { remindersFor, type Reminder } from './reminders'
