import { ALLOYS, baseMetal, outsideOf, type Alloy, type Limits } from '#core/alloys'
import { SURE, type Call } from '#core/assay'
import { nth } from '#core/lists'
import type { Inferred } from './infer'

export interface InferredLimit {
  element: string
  /** an element no lot names and no test saw is taken as absent: only an analyser could tell */
  call: Exclude<Call, 'not-measured'> | 'taken-as-absent'
  /** probability that the limit holds, 0–1 */
  odds: number
  side?: 'below' | 'above'
}

export interface InferredVerdict {
  /** probability that all limits hold at once, 0–1 */
  odds: number
  call: 'inside' | 'outside' | 'unclear'
  limits: InferredLimit[]
}

const CLOSE = 1e-9
const callOf = (odds: number) => (odds >= SURE ? 'inside' : odds <= 1 - SURE ? 'outside' : 'unclear')

/** For each draw, whether it keeps all limits; for each limit, how many draws do. */
function held({ elements, draws }: Pick<Inferred, 'elements' | 'draws'>, limits: Limits) {
  const count = elements.length
  const size = count > 0 ? draws.length / count : 0
  const rules = Object.entries(limits).map(([element, { min = -Infinity, max = Infinity }]) => ({
    element,
    at: elements.indexOf(element),
    min: min - CLOSE,
    max: max + CLOSE,
    holds: 0,
    below: 0,
  }))
  const all = new Uint8Array(size)
  for (let draw = 0; draw < size; draw++) {
    let whole = 1
    for (const rule of rules) {
      const pct = rule.at < 0 ? 0 : draws[draw * count + rule.at]!
      if (pct >= rule.min && pct <= rule.max) rule.holds++
      else {
        whole = 0
        if (pct < rule.min) rule.below++
      }
    }
    all[draw] = whole
  }
  return { rules, all, size }
}

/**
 * Judges a metal that was inferred, limit by limit and as a whole: what each draw of it does counts.
 * @param limits wt%
 * @source share of draws; an element that is not among the inferred is taken as absent and said to be
 * @example inferredVerdict({ elements: ['Sn'], draws: Float64Array.of(9, 12) }, { Sn: { max: 11 } }).odds // 0.5
 */
export function inferredVerdict(
  inferred: Pick<Inferred, 'elements' | 'draws'>,
  limits: Limits,
): InferredVerdict {
  const { rules, all, size } = held(inferred, limits)
  const odds = share(all, size)
  return {
    odds,
    call: callOf(odds),
    limits: rules.map(({ element, at, min, holds, below }): InferredLimit => {
      const holdsOdds = size > 0 ? holds / size : 0
      if (at < 0 && min <= 0) return { element, call: 'taken-as-absent', odds: 1 }
      const call = callOf(holdsOdds)
      if (call !== 'outside') return { element, call, odds: holdsOdds }
      return { element, call, odds: holdsOdds, side: below > (size - holds) / 2 ? 'below' : 'above' }
    }),
  }
}

/**
 * Which draws are inside all limits, one for each: for looking ahead.
 * @example drawsInSpec({ elements: ['Cu'], draws: Float64Array.of(100) }, { Cu: { min: 99 } }) // Uint8Array.of(1)
 */
export const drawsInSpec = (inferred: Pick<Inferred, 'elements' | 'draws'>, limits: Limits): Uint8Array =>
  held(inferred, limits).all

function share(all: Uint8Array, size: number): number {
  let sum = 0
  for (const one of all) sum += one
  return size > 0 ? sum / size : 0
}

export interface NearOdds {
  alloy: Alloy
  /** probability that it is inside all its limits, 0–1 */
  odds: number
  /** widths of limits outside at the middle of what is inferred */
  distance: number
}

const MOST_NEAR = 4
/** Less likely than this is not told, unless it is the nearest. */
const LEAST_ODDS = 0.02

/**
 * The alloys it is most likely to be, with odds; of those it is not, the nearest.
 * @param alloys to look among: the library, and the yard's own
 * @example nearestByOdds({ elements: ['Cu', 'Sn'], pct: [88.5, 11.5], draws: Float64Array.of(88.5, 11.5) })[0].alloy.id // 'C90700'
 */
export function nearestByOdds(inferred: Inferred, alloys: readonly Alloy[] = ALLOYS): NearOdds[] {
  const whole = Object.fromEntries(
    inferred.elements.flatMap((symbol, at) => (symbol === '?' ? [] : [[symbol, nth(inferred.pct, at)]])),
  )
  const main = Object.entries(whole).sort(([, one], [, other]) => other - one)[0]?.[0]
  const near = alloys
    .filter((alloy) => Object.keys(alloy.limits).length > 0 && baseMetal(alloy) === main)
    .map((alloy) => {
      const { distance } = outsideOf(alloy, (symbol) => whole[symbol] ?? 0, whole)
      const odds = hasStranger(alloy, whole) ? 0 : inferredVerdict(inferred, alloy.limits).odds
      return { alloy, odds, distance }
    })
    .sort((one, other) => other.odds - one.odds || one.distance - other.distance)
  return near.filter(({ odds }, at) => at === 0 || odds >= LEAST_ODDS).slice(0, MOST_NEAR)
}

/** What an alloy does not name may be in it as a trace, not in earnest, wt%. */
const STRANGER_PCT = 0.5
const hasStranger = ({ limits, base }: Alloy, whole: Readonly<Record<string, number>>) =>
  Object.entries(whole).some(([symbol, pct]) => symbol !== base && !limits[symbol] && pct > STRANGER_PCT)
