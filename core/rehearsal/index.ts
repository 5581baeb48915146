export { byTheBook } from './by-the-book'
export { CHOICES, debrief, type Choice, type ChoiceCost, type Debrief } from './debrief'
export { rehearse, type Poured, type Rehearsed, type Standing } from './rehearse'
export {
  CASTING_FAULTS,
  HAPPENED,
  type Act,
  type CastingFault,
  type Happened,
  type RehearsalLot,
  type Scenario,
} from './scenario'
export { ANSWERS } from './table'
