import type { ChargeTarget } from './problem'

/** A purchase brings what it holds more than a trace of, wt%: under this an element is its maker's impurity. */
export const TRACE_PCT = 1

/**
 * Whether a target wants an element, or only tolerates it: a maximum alone, or no word at all, asks for nothing.
 * @example isWanted({ limits: { Sn: { min: 9, max: 11 }, Pb: { max: 0.3 } }, base: 'Cu' }, 'Pb') // false
 */
export function isWanted(target: Omit<ChargeTarget, 'tapMassG'>, element: string): boolean {
  const { base, limits, nominal } = target
  return element === base || (limits[element]?.min ?? 0) > 0 || (nominal?.[element] ?? 0) > 0
}
