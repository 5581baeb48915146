import type { ChargeTarget } from './problem'

/** A purchase "brings" an element above this, wt%; below it is the maker's impurity. */
export const TRACE_PCT = 1

/**
 * Returns whether a target wants an element or only tolerates it: a maximum alone, or no limit, asks for
 * nothing.
 * @example isWanted({ limits: { Sn: { min: 9, max: 11 }, Pb: { max: 0.3 } }, base: 'Cu' }, 'Pb') // false
 */
export function isWanted(target: Omit<ChargeTarget, 'tapMassG'>, element: string): boolean {
  const { base, limits, nominal } = target
  return element === base || (limits[element]?.min ?? 0) > 0 || (nominal?.[element] ?? 0) > 0
}
