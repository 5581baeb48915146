import { UNIDENTIFIED } from './elements'
import type { Composition } from './share'

/**
 * The element a metal holds most of; what nobody has named aside, and of two alike the one named first.
 * @returns symbol; null where none is named
 * @example mainElement({ Cu: 70, Zn: 30 }) // 'Cu'
 */
export function mainElement(composition: Composition): string | null {
  let most: string | null = null
  let mostPct = -Infinity
  for (const [symbol, pct] of Object.entries(composition))
    if (symbol !== UNIDENTIFIED && pct > mostPct) [most, mostPct] = [symbol, pct]
  return most
}
