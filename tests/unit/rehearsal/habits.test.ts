import { describe, expect, it } from 'vitest'
import {
  referenceRun,
  marksOf,
  practiceLesson,
  rehearse,
  REHEARSED_PRACTICE,
  type Act,
} from '#core/rehearsal'

const lessons = REHEARSED_PRACTICE.map((practice) => practiceLesson(practice)!)

/** A lesson run to its end. */
function run(scenario: (typeof lessons)[number]['scenario'], acts: readonly Act[]) {
  const { poured, end } = rehearse(scenario, acts, 4 * 3600)
  return { scenario, acts, poured: poured!, happened: end.happened, book: poured }
}
const hurt = (acts: readonly Act[], scenario: (typeof lessons)[number]['scenario']) =>
  !marksOf(run(scenario, acts), ['nobody-hurt'])[0]!.passed

describe.each(lessons.map((lesson) => [lesson.id, lesson] as const))(
  '%s teaches no bad habit',
  (_, { scenario }) => {
    const book = referenceRun({ ...scenario, mishaps: [] })
    const still = { ...scenario, mishaps: [] }

    it('the sheet as it stands passes its marks', () => {
      const ended = run(still, book)
      expect(ended.poured.faults).toEqual([])
      expect(hurt(book, still)).toBe(false)
    })
    it('nothing preheated fails “nobody hurt”, also where no piece happens to be damp', () => {
      const cold = book.flatMap((act): Act[] => {
        if (act.do === 'add') return [{ ...act, preheated: false }]
        return act.do === 'skim' || act.do === 'lift' ? [{ atS: act.atS, do: 'cold-tool' }, act] : [act]
      })
      expect(hurt(cold, still)).toBe(true)
    })
    it('phosphor copper into a pot that is not molten deoxidises nothing', () => {
      if (!scenario.deoxidised) return
      const early = book.map((act): Act => (act.do === 'deoxidise' ? { ...act, atS: 1 } : act))
      expect(run(still, early).poured.faults).toContain('steam-pores')
    })
    it('tin last is accepted where the sheet offers it', () => {
      const adds = book.filter((act) => act.do === 'add')
      const tin = scenario.lots.find(({ composition }) => (composition.Sn ?? 0) > 50)
      if (!tin || adds.length < 2) return
      const order = [...adds.map(({ lot }) => lot).filter((id) => id !== tin.id), tin.id]
      const turned = book.map((act) => (act.do === 'add' ? { ...act, lot: order.shift()! } : act))
      expect(marksOf(run(still, turned), ['order'])[0]!.passed).toBe(true)
      const wrong = [...adds.map(({ lot }) => lot)].reverse()
      const backwards = book.map((act) => (act.do === 'add' ? { ...act, lot: wrong.shift()! } : act))
      if (adds.length > 2) expect(marksOf(run(still, backwards), ['order'])[0]!.passed).toBe(false)
    })
  },
)
