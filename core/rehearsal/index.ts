export { byTheBook } from './by-the-book'
export { CHOICES, debrief, type Choice, type ChoiceCost, type Debrief } from './debrief'
export {
  openRehearsal,
  rehearse,
  type Poured,
  type Rehearsal,
  type Rehearsed,
  type Standing,
} from './rehearse'
export {
  CASTING_FAULTS,
  HAPPENED,
  type Act,
  type CastingFault,
  type Happened,
  type RehearsalLot,
  type Scenario,
} from './scenario'
export { LEVELS, probeShows, type Level } from './probe'
export { ANSWERS } from './table'
