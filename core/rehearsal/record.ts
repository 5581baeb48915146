import * as z from 'zod'
import { heatSchema } from '#core/heat'
import { MARKS } from './marks'
import { LEVELS } from './mishaps'
import { actSchema, scenarioSchema } from './scenario'

const text = (most: number) => z.string().max(most)

/** A rehearsal as someone teaching makes it and gives it away. */
export const lessonSchema = z.strictObject({
  id: text(60).min(1),
  name: text(120).min(1),
  /** the alloy, in words */
  alloy: text(120),
  /** what it is for */
  goal: text(600),
  scenario: scenarioSchema,
  /** the heat as it is worked at: charged, nothing done yet */
  base: heatSchema,
  level: z.enum(LEVELS),
  marks: z.array(z.enum(MARKS)).max(MARKS.length).readonly(),
})
export type Lesson = z.infer<typeof lessonSchema>

/** A file of one lesson. */
export const lessonFileSchema = z.strictObject({
  what: z.literal('hephaestal rehearsal'),
  version: z.literal(1),
  lesson: lessonSchema,
})

const markedSchema = z.strictObject({
  mark: z.enum(MARKS),
  passed: z.boolean(),
  figure: z.number().nullable(),
})

/** A rehearsal that came to its end, as it is kept: what was done, and what came of it then. */
export const keptRehearsalSchema = z.strictObject({
  id: z.uuid(),
  endedAt: z.iso.datetime(),
  /** the lesson it was of, or the heat */
  of: text(60).min(1),
  name: text(120),
  scenario: scenarioSchema,
  acts: z.array(actSchema).max(5000).readonly(),
  seed: z.number().int().min(1),
  level: z.enum(LEVELS),
  marks: z.array(markedSchema).readonly(),
  how: z.enum(['poured', 'stopped', 'gave-way']),
  faults: z.array(text(40)).readonly(),
  minutes: z.number().min(0),
})
export type KeptRehearsal = z.infer<typeof keptRehearsalSchema>

/** What a file that is no lesson is refused for. */
export type LessonFault = 'not-json' | 'no-lesson' | 'newer'

/**
 * Reads a lesson that somebody gave away.
 * @param content of the file
 * @returns the lesson, or why it is none
 * @example readLesson('nothing') // 'not-json'
 */
export function readLesson(content: string): Lesson | LessonFault {
  let found: unknown
  try {
    found = JSON.parse(content)
  } catch {
    return 'not-json'
  }
  const read = lessonFileSchema.safeParse(found)
  if (read.success) return read.data.lesson
  const head = z.object({ what: z.literal('hephaestal rehearsal'), version: z.number() }).safeParse(found)
  return head.success && head.data.version > 1 ? 'newer' : 'no-lesson'
}

/**
 * A lesson as a file.
 * @returns JSON
 * @example writeLesson({}).includes('"version": 1') // true
 */
export const writeLesson = (lesson: Lesson): string =>
  JSON.stringify({ what: 'hephaestal rehearsal', version: 1, lesson }, null, 2)
