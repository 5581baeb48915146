import { sumPct, type Composition } from './share'

/**
 * A composition as it is written down: shares to so many significant digits, together never over 100 %. What
 * rounding put over it comes off the largest.
 * @param digits significant digits of each share
 * @example roundShares({ Cu: 66.66666, Sn: 33.33334 }, 3) // { Cu: 66.7, Sn: 33.3 }
 * @example roundShares({ Cu: 99.97, P: 0.0251 }, 3) // { Cu: 99.9749, P: 0.0251 }
 */
export function roundShares(composition: Composition, digits: number): Composition {
  const rounded: Composition = {}
  for (const [symbol, pct] of Object.entries(composition)) rounded[symbol] = Number(pct.toPrecision(digits))
  const excess = sumPct(rounded) - 100
  if (!(excess > 0)) return rounded
  const [largest, most] = Object.entries(rounded).reduce((one, other) => (other[1] > one[1] ? other : one))
  return { ...rounded, [largest]: Number(Math.max(0, most - excess).toFixed(8)) }
}
