import type { Limits } from '#core/alloys'
import { probabilityInLimit } from '#core/charge'
import type { Measured } from './combine'

export type Call = 'inside' | 'outside' | 'unclear' | 'not-measured'

export interface LimitVerdict {
  element: string
  call: Call
  /** probability that the limit holds, 0–1; absent when not measured */
  probability?: number
  /** which side of the limit the value lies on, when it is outside */
  side?: 'below' | 'above'
}

export interface Verdict {
  /** "inside-measured": every limit that was measured holds, but some were not measured */
  overall: 'inside' | 'inside-measured' | 'outside' | 'unclear' | 'nothing-measured'
  limits: LimitVerdict[]
}

/** A limit counts as kept above this probability and as broken below one minus it. Engineering judgement. */
export const SURE = 0.95

/**
 * Judges a measured composition limit by limit: inside, outside, or cannot tell.
 * Readings that contradict one another decide nothing.
 * A limit on the alloy's base element that was not measured does not hold up the verdict.
 * @param limits wt%
 * @param measured wt% with spread
 * @param base element that makes up the rest
 */
export function judge(limits: Limits, measured: Record<string, Measured>, base?: string): Verdict {
  const verdicts = Object.entries(limits).map(([element, limit]): LimitVerdict => {
    const value = measured[element]
    if (!value) return { element, call: 'not-measured' }
    const max = limit.max ?? Infinity
    if (value.below !== undefined && value.below <= max && (limit.min ?? 0) <= 0)
      return { element, call: 'inside', probability: 1 }
    const probability = probabilityInLimit(value.pct, value.sd, limit)
    const call =
      value.disagree || (probability < SURE && probability > 1 - SURE)
        ? 'unclear'
        : probability >= SURE
          ? 'inside'
          : 'outside'
    if (call !== 'outside') return { element, call, probability }
    return { element, call, probability, side: value.pct > max ? 'above' : 'below' }
  })
  return { overall: overall(verdicts, base), limits: verdicts }
}

function overall(verdicts: LimitVerdict[], base: string | undefined): Verdict['overall'] {
  const measured = verdicts.filter(({ call }) => call !== 'not-measured')
  if (measured.length === 0) return 'nothing-measured'
  if (measured.some(({ call }) => call === 'outside')) return 'outside'
  if (measured.some(({ call }) => call === 'unclear')) return 'unclear'
  const open = verdicts.some(({ call, element }) => call === 'not-measured' && element !== base)
  return open ? 'inside-measured' : 'inside'
}
