import { nth } from '#core/lists'
import { lookAt } from './infer'
import type { InferAsk } from './melt-figures'
import type { Term } from './observation'

/** What one observation says by itself, drawn together with the charge alone. */
export interface Contribution {
  id: string
  is: Term['is']
  /** elements it tells of, the most told first: wt% with one standard deviation, before and after */
  says: { element: string; pct: number; sd: number; before: { pct: number; sd: number } }[]
}

export interface Contradiction {
  id: string
  is: Term['is']
  /** what was found, and what all else leads to expect, in its own unit */
  found: number
  expected: number
  /** standard deviations apart; below nothing where less was found than expected */
  apart: number
}

/** Worth telling: the spread shrinks to so much of what it was, or the share moves by so much of it. */
const SHRINKS = 0.93
const MOVES = 0.25
const MOST_SAID = 2
/** So far apart, something else is the matter. */
const APART = 3
/** An observation that says nothing: its spread so many times itself. */
const MUTE = 1e4

/**
 * What each observation adds to the charge by itself.
 * @param ask prior and all terms
 * @example contributions({ prior: chargePrior({ lines: [{ lotId: 'a', massG: 100, metallicYield: 1, composition: { Cu: 90, Sn: 10 }, sd: { Sn: 0.5 } }], recovery: {} }), terms: [] }) // []
 */
export function contributions(ask: InferAsk): Contribution[] {
  const before = lookAt({ ...ask, terms: [] })
  const told = ask.terms.filter(({ is }) => is !== 'probe')
  return told.map((term) => {
    // What is known of the probe goes with what it read.
    const alone = ask.terms.filter((one) => one === term || (term.probed && one.is === 'probe'))
    const after = lookAt({
      ...ask,
      terms: alone.map((one) => ({ ...one, pores: one.pores === null ? null : 0 })),
    })
    const says = ask.prior.elements
      .map((element, at) => ({
        element,
        pct: nth(after.pct, at),
        sd: nth(after.sd, at),
        before: { pct: nth(before.pct, at), sd: nth(before.sd, at) },
      }))
      .filter(
        ({ element, sd, pct, before: was }) =>
          !ask.prior.unnamed?.includes(element) &&
          was.sd > 0.005 &&
          (sd < SHRINKS * was.sd || Math.abs(pct - was.pct) > MOVES * was.sd),
      )
      .sort((one, other) => one.sd / one.before.sd - other.sd / other.before.sd)
      .slice(0, MOST_SAID)
    return { id: term.id, is: term.is, says }
  })
}

/**
 * Observations that do not go with all the others and the charge: the worst first.
 * @source leave-one-out prediction; three standard deviations is the usual line
 * @example contradictions({ prior: chargePrior({ lines: [{ lotId: 'a', massG: 100, metallicYield: 1, composition: { Cu: 90, Sn: 10 }, sd: { Sn: 0.5 } }], recovery: {} }), terms: [] }) // []
 */
export function contradictions(ask: InferAsk): Contradiction[] {
  return ask.terms
    .flatMap((term): Contradiction[] => {
      const others = ask.terms.map((one) => (one === term ? { ...one, sd: one.sd * MUTE } : one))
      const expected = lookAt({ ...ask, terms: others }).expectedOf(term)
      const off = term.value - expected.value
      if (term.oneSided && off > 0) return []
      const apart = off / Math.hypot(term.sd, expected.sd)
      if (Math.abs(apart) < APART) return []
      return [{ id: term.id, is: term.is, found: term.value, expected: expected.value, apart }]
    })
    .sort((one, other) => Math.abs(other.apart) - Math.abs(one.apart))
}
