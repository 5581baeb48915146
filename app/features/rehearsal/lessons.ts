import { practiceLesson, REHEARSED_PRACTICE, writeLesson, type Lesson } from '#core/rehearsal'
import { downloadText } from '~/shared/page/useDownload'
import { told } from '~/words'

/** The practice heats as lessons, in this language. */
export const practiceLessons = (): Lesson[] =>
  REHEARSED_PRACTICE.flatMap((practice) => {
    const lesson = practiceLesson(practice, told(practice.name))
    return lesson ? [inThisLanguage(lesson)] : []
  })

/** A lesson of the tables with its texts as this language has them. */
function inThisLanguage(lesson: Lesson): Lesson {
  const { scenario, base } = lesson
  const named = <T extends { name: string }>(one: T): T => ({ ...one, name: told(one.name) })
  return {
    ...lesson,
    goal: told(lesson.goal),
    scenario: {
      ...scenario,
      lots: scenario.lots.map(named),
      ...(scenario.castings ? { castings: scenario.castings.map(named) } : {}),
    },
    base: { ...base, title: told(base.title), weighed: base.weighed.map(named) },
  }
}

/** Hands a lesson out as a file, and tells what it is called. */
export function saveLesson(lesson: Lesson): string {
  const file = `${lesson.name.replace(/[^\p{L}\p{N}]+/gu, '-')}.rehearsal.json`
  downloadText(writeLesson(lesson), file)
  return file
}
