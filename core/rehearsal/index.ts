export { referenceRun } from './by-the-book'
export { CHOICES, debrief, type Choice, type ChoiceCost, type Debrief } from './debrief'
export { openRehearsal, rehearse, type Rehearsal } from './rehearse'
export type { CastResult, Poured, Rehearsed, Standing } from './standing'
export {
  actSchema,
  CASTING_FAULTS,
  HAPPENED,
  scenarioSchema,
  type Act,
  type CastingFault,
  type CastSection,
  type Happened,
  type Mishap,
  type MishapKind,
  type RehearsalLot,
  type Scenario,
} from './scenario'
export { LEVELS, mishapsOf, type Level } from './mishaps'
export { castFills, castingFaults, densityIndexOf, rehearsedAssay, type ReadElement } from './outcome'
export { HAND_S, LONGEST_S } from './pace'
export { probeShows } from './probe'
export { ANSWERS } from './table'
export { benchHeat, rehearsedHeat, symptomsOf, type RunRehearsal } from './as-heat'
export { MARKS, marksOf, type EndedRehearsal, type Mark, type Marked } from './marks'
export { rehearsalOf, type RehearsalAsk } from './of-heat'
export { practiceHeatRecord, practiceLesson, REHEARSED_PRACTICE } from './practice'
export {
  keptRehearsalSchema,
  lessonSchema,
  readLesson,
  writeLesson,
  type KeptRehearsal,
  type Lesson,
  type LessonFault,
} from './record'
export { actsOfTicks, type ActNow, type Ticked } from './ticks'
