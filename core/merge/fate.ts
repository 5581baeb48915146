import { isObject, sameRecord } from '#core/workspace'
import type { Entry, Path } from './entry'

/** What becomes of a word that another, not knowing of it, wrote over. */
export type MergeOutcome = 'over' | 'again' | 'copies' | 'asked'

/**
 * What becomes of a word that was written over by one who did not know it: taken away by one and worked on by the
 * other, a thing stays; the same record out of two copies of a yard is drawn together; of anything else one stands, and
 * it is asked about.
 * @param stands what is in its place
 * @returns "over": it is done with; "again": it is written once more, over what stands
 * @example mergeOutcome('name', { v: 'a', n: 1, d: 'desk', g: true }, { v: 'b', n: 1, d: 'phone' }) // 'again'
 */
export function mergeOutcome(place: string, stands: Entry, lost: Entry): MergeOutcome {
  if (stands.g) return lost.g ? 'over' : 'again'
  if (lost.g) return 'over'
  return place === '' && isObject(lost.v) && isObject(stands.v) ? 'copies' : 'asked'
}

/** Never a question: numbers are reassigned, timestamps are not user edits, and a plan is computed again where it is out of date. */
const UNASKED = new Set(['number', 'updatedAt', 'plan'])

/**
 * Whether two words for one place are a question.
 * @example isQuestion(['updatedAt'], 1, 2) // false
 */
export const isQuestion = (path: Path, stands: unknown, other: unknown): boolean =>
  !path.some((name) => UNASKED.has(name)) && !sameRecord(stands, other)
