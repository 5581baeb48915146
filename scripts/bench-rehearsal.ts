import { referenceRun, debrief, practiceLesson, rehearse, REHEARSED_PRACTICE } from '#core/rehearsal'

const TWO_HOURS_S = 7200
const TIMES = 40

/** A heat of two hours run once, and a debrief that runs it again without each choice. */
export function rehearsalRows(
  quantile: (values: number[], q: number) => number,
  ms: (value: number) => string,
): [string, string, string][] {
  const practice = REHEARSED_PRACTICE.find(({ id }) => id === 'scrap-bronze')!
  const { scenario } = practiceLesson(practice)!
  const book = referenceRun(scenario)
  const held = book.filter(({ do: what }) => what !== 'lift' && what !== 'pour')
  const timed = (work: () => unknown): number[] =>
    Array.from({ length: TIMES }, () => {
      const start = performance.now()
      work()
      return performance.now() - start
    }).slice(5)
  const runs = timed(() => rehearse(scenario, held, TWO_HOURS_S))
  const debriefs = timed(() => debrief(scenario, book))
  const told = (values: number[]) =>
    `${ms(quantile(values, 0.5))} median, ${ms(quantile(values, 0.95))} at 95 %`
  return [
    ['A heat of two hours rehearsed, second by second', told(runs), '≤ 20 ms'],
    ['What each choice of a rehearsal cost', told(debriefs), ''],
  ]
}
