import { mainElement } from './most-of'
import type { Composition, Spread } from './share'

/**
 * Spread of a lot with its base element's: what the others may be off by, it makes up, since all add up to 100.
 * The base is the element the lot holds most of, whatever it is to be melted into; where its own spread is told, nothing
 * changes.
 * @returns 1 standard deviation, wt%
 * @source the elements of a lot taken as independent: variances add up
 * @example withBaseSpread({ Cu: 70, Zn: 30 }, { Zn: 0.5 }) // { Zn: 0.5, Cu: 0.5 }
 */
export function withBaseSpread(composition: Composition, sd: Spread): Spread {
  const base = mainElement(composition)
  if (base === null || sd[base] !== undefined) return sd
  const variance = Object.values(sd).reduce((sum, one) => sum + one * one, 0)
  return variance > 0 ? { ...sd, [base]: Math.sqrt(variance) } : sd
}
