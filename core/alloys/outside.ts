import type { Composition } from '#core/composition'
import { nominalOf } from './nominal'
import type { Alloy } from './schema'

/** How far a metal is from an alloy. */
export interface Outside {
  /** limits that are broken, and elements that have no place in it */
  broken: number
  /** of these, elements that have no place in it */
  strangers: number
  /** how far outside, in widths of the limits, and a little for how far from its middle; 0 for the alloy itself */
  distance: number
}

/** A limit narrower than this is taken as wide, wt%. */
const LEAST_WIDTH = 0.2
/** A limit wider than this is no band: its width says nothing, wt%. */
const NO_BAND = 50
/** What a percent away from the middle counts, beside what is outside. */
const OFF_MIDDLE = 0.0001

/**
 * How far a metal lies outside an alloy: the sum over limits of the overstep in widths of that limit, and what is in it
 * in earnest that has no place in the alloy.
 * @param pctOf wt% of an element; undefined where nothing is known of it, and then its limit is not counted
 * @param whole what is known to be in it, wt%
 * @source engineering judgement
 * @example outsideOf(gunmetal, (symbol) => ({ Cu: 88, Sn: 10, Zn: 2 })[symbol], { Cu: 88, Sn: 10, Zn: 2 }).broken // 0
 */
export function outsideOf(
  alloy: Pick<Alloy, 'limits' | 'nominal' | 'base'>,
  pctOf: (symbol: string) => number | undefined,
  whole: Composition,
): Outside {
  let distance = 0
  let broken = 0
  let strangers = 0
  for (const [element, { min = 0, max }] of Object.entries(alloy.limits)) {
    const pct = pctOf(element)
    if (pct === undefined) continue
    // One that is open above has no width of its own.
    const band = max === undefined || max - min >= NO_BAND ? 0 : max - min
    const width = Math.max(LEAST_WIDTH, band)
    const over = Math.max(0, min - pct, pct - (max ?? 100))
    if (over > 0) broken++
    distance += over / width
  }
  let offMiddle = 0
  for (const [element, pct] of Object.entries(whole)) {
    if (alloy.limits[element] || element === alloy.base) continue
    // A trace of it tells two grades apart that both would take it.
    if (pct <= LEAST_WIDTH) offMiddle += pct
    else {
      strangers++
      distance += pct
    }
  }
  for (const [element, pct] of Object.entries(nominalOf(alloy)))
    offMiddle += Math.abs((pctOf(element) ?? pct) - pct)
  return { broken: broken + strangers, strangers, distance: distance + OFF_MIDDLE * offMiddle }
}
