import type { Box } from './box-odds'
import { fastCdf } from './normal-fast'

/** The odds of a melt as a function of what is charged. */
export interface MeltOdds {
  /**
   * @param masses g, by place among the lots
   * @param points of the sequence that odds are computed with
   * @returns 0–1; 0 for an empty charge
   */
  of(masses: ArrayLike<number>, points?: number): number
  /**
   * The logarithm of the odds, nearly and fast: smooth in the masses, and with a slope however far the melt is from its
   * limits. Each limit's own odds, and those of the element most coupled with the others given that these are inside.
   */
  logNearly(masses: ArrayLike<number>): number
}

const ROOT_2_PI = Math.sqrt(2 * Math.PI)

/**
 * The logarithm of the odds of a box, nearly and fast: see `MeltOdds.logNearly`. Truncated errors add up to a sum that is taken as normal, with their means and variances.
 * @example logNearly({ lower: [-1e9], upper: [1e9], covariance: [1] }, 1) // 0
 */
export function logNearly({ lower, upper, covariance }: Box, size: number): number {
  let rest = -1
  let most = 0
  for (let e = 0; e < size; e++) {
    let coupled = 0
    for (let k = 0; k < size; k++) if (k !== e && covariance[e * size + k] !== 0) coupled++
    if (coupled > most) [rest, most] = [e, coupled]
  }
  let sum = 0
  let mean = 0
  let variance = rest < 0 ? 0 : covariance[rest * size + rest]!
  for (let e = 0; e < size; e++) {
    const own = covariance[e * size + e]!
    // A side without doubt is the programme's own to keep.
    if (e === rest || !(own > 0)) continue
    const sd = Math.sqrt(own)
    const low = lower[e]! / sd
    const high = upper[e]! / sd
    sum += logBetween(low, high)
    const shared = rest < 0 ? 0 : covariance[rest * size + e]! / sd
    if (shared === 0) continue
    const inside = Math.max(1e-12, fastCdf(high) - fastCdf(low))
    const atLow = Math.exp(-0.5 * low * low) / ROOT_2_PI
    const atHigh = Math.exp(-0.5 * high * high) / ROOT_2_PI
    const shift = (atLow - atHigh) / inside
    const ends = (Number.isFinite(low) ? low * atLow : 0) - (Number.isFinite(high) ? high * atHigh : 0)
    mean += shared * shift
    variance += shared * shared * (ends / inside - shift * shift)
  }
  if (rest < 0) return sum
  const sd = Math.sqrt(Math.max(variance, 1e-6 * covariance[rest * size + rest]!))
  return sum + logBetween((lower[rest]! - mean) / sd, (upper[rest]! - mean) / sd)
}

/** log(Φ(high) − Φ(low)); far outside by the leading term of its tail. */
function logBetween(low: number, high: number): number {
  const inside = fastCdf(high) - fastCdf(low)
  if (inside > 1e-12) return Math.log(inside)
  const away = Math.max(low, -high, 1)
  return -0.5 * away * away - Math.log(away * ROOT_2_PI)
}

/**
 * The element whose spread is what the others leave it; null where each has its own.
 * @example restOf({ Cu: 5, Sn: 3, Zn: 4 }) // 'Cu'
 */
export function restOf(sd: Readonly<Record<string, number>>): string | null {
  const [most, ...others] = Object.entries(sd).sort(([, a], [, b]) => b - a)
  if (!most || others.length === 0) return null
  const variance = others.reduce((total, [, one]) => total + one * one, 0)
  return Math.abs(Math.sqrt(variance) - most[1]) < 1e-9 * most[1] ? most[0] : null
}
