import { ALLOYS, baseMetal, outsideOf, type Practice } from '#core/alloys'
import { mainElement, type Composition } from '#core/composition'
import { TABLE } from './table'

/** A kind of metal that something may be. */
export interface LikelyFamily {
  practice: Practice
  /** how far outside the nearest grade of it, in widths of its limits */
  distance: number
}

/** A metal this far outside every grade is like none that is cast, in widths of limits. Engineering judgement. */
export const OUTLANDISH = 10

/**
 * The kinds of metal something of a known composition may be, the likeliest first: each as near as the nearest grade of
 * it that the library has.
 * @param composition wt%; what is not named is taken as none
 * @returns none for a metal of which the library has no grade
 * @source outsideOf; engineering judgement
 * @example likeliestFamilies({ Cu: 89, Al: 11 })[0].practice // 'aluminium-bronze'
 */
export function likeliestFamilies(composition: Composition): LikelyFamily[] {
  const main = mainElement(composition)
  const nearest = new Map<Practice, LikelyFamily>()
  for (const alloy of ALLOYS) {
    const { practice } = alloy
    if (baseMetal(alloy) !== main || TABLE.families[practice].metal !== main) continue
    const { distance } = outsideOf(alloy, (symbol) => composition[symbol] ?? 0, composition)
    const known = nearest.get(practice)
    if (!known || distance < known.distance) nearest.set(practice, { practice, distance })
  }
  return [...nearest.values()].sort((one, other) => one.distance - other.distance)
}
