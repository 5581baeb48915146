import type { Composition, Spread } from './share'

/**
 * Spread of a lot with its base element's: what the others may be off by, it makes up, since all add up to 100.
 * @param base element that makes up the rest; without it, or where the base's own spread is told, nothing changes
 * @returns 1 standard deviation, wt%
 * @source the elements of a lot taken as independent: variances add up
 * @example withBaseSpread({ Cu: 70, Zn: 30 }, { Zn: 0.5 }, 'Cu') // { Zn: 0.5, Cu: 0.5 }
 */
export function withBaseSpread(composition: Composition, sd: Spread, base: string | undefined): Spread {
  if (base === undefined || sd[base] !== undefined || !composition[base]) return sd
  const variance = Object.values(sd).reduce((sum, one) => sum + one * one, 0)
  return variance > 0 ? { ...sd, [base]: Math.sqrt(variance) } : sd
}
