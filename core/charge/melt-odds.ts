import type { Limits } from '#core/alloys'
import { boxOdds, type Box } from './box-odds'
import { fastCdf } from './normal-fast'
import { meltCoefficients } from './melt-coefficients'
import type { ChargeLot, ChargeProblem } from './problem'

/** Limits are kept to this, wt%, where nothing is in doubt. */
const CLOSE = 1e-9

interface LotErrors {
  /** centigrams of each limited element, and of melt, per gram */
  elementPct: Float64Array
  meltPerG: number
  /** covariance of the limited elements per gram squared, row by row */
  covariance: Float64Array | null
}

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

/**
 * Prepares the odds that a melt of these lots is inside all its limits at once. Within a lot the base makes up what the
 * others are off by, so their errors go together; where the lot gives its base a spread of its own, they do not.
 * @param lots with the spread of each lot's base as the rest to 100
 * @source multivariate normal (`boxOdds`); the melt's mass is taken as certain
 * @example meltOdds([], {}, {}).of([]) // 0
 */
export function meltOdds(
  lots: readonly Pick<ChargeLot, 'composition' | 'metallicYield' | 'sd'>[],
  recovery: NonNullable<ChargeProblem['recovery']>,
  limits: Limits,
): MeltOdds {
  const elements = Object.keys(limits)
  const size = elements.length
  const errors = lots.map((lot) => errorsOf(lot, recovery, elements))
  const lower = new Float64Array(size)
  const upper = new Float64Array(size)
  const covariance = new Float64Array(size * size)
  /** Writes the box of these masses; false where there is no melt. */
  function write(masses: ArrayLike<number>): boolean {
    const content = new Float64Array(size)
    covariance.fill(0)
    let meltG = 0
    errors.forEach((lot, at) => {
      const massG = masses[at]!
      if (!(massG > 0)) return
      meltG += massG * lot.meltPerG
      for (let e = 0; e < size; e++) content[e] = content[e]! + massG * lot.elementPct[e]!
      const own = lot.covariance
      if (own) for (let k = 0; k < own.length; k++) covariance[k] = covariance[k]! + massG * massG * own[k]!
    })
    elements.forEach((element, e) => {
      const { min = -Infinity, max = Infinity } = limits[element]!
      lower[e] = (min - CLOSE) * meltG - content[e]!
      upper[e] = (max + CLOSE) * meltG - content[e]!
    })
    return meltG > 0
  }
  const of = (masses: ArrayLike<number>, points?: number) =>
    write(masses) ? boxOdds({ lower, upper, covariance }, points) : 0
  return {
    of,
    logNearly: (masses) => (write(masses) ? logNearly({ lower, upper, covariance }, size) : -Infinity),
  }
}

const ROOT_2_PI = Math.sqrt(2 * Math.PI)

/** See `MeltOdds.logNearly`. Truncated errors add up to a sum that is taken as normal, with their means and variances. */
function logNearly({ lower, upper, covariance }: Box, size: number): number {
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
 * The odds that a charge is inside all limits of a problem at once.
 * @param charged with the spread of each lot's base as the rest to 100
 * @returns 0–1
 * @example meltProbability({ target: { limits: {} } }, []) // 0
 */
export function meltProbability(
  { recovery = {}, target }: Pick<ChargeProblem, 'recovery' | 'target'>,
  charged: readonly { massG: number; lot: Pick<ChargeLot, 'composition' | 'metallicYield' | 'sd'> }[],
): number {
  const odds = meltOdds(
    charged.map(({ lot }) => lot),
    recovery,
    target.limits,
  )
  return odds.of(charged.map(({ massG }) => massG))
}

function errorsOf(
  lot: Pick<ChargeLot, 'composition' | 'metallicYield' | 'sd'>,
  recovery: NonNullable<ChargeProblem['recovery']>,
  elements: readonly string[],
): LotErrors {
  const { elementPct, sdPct, meltPerG } = meltCoefficients(lot, recovery)
  const sd = lot.sd ?? {}
  const base = restOf(sd)
  const size = elements.length
  const covariance = new Float64Array(size * size)
  elements.forEach((a, row) =>
    elements.forEach((b, column) => {
      const product = (sdPct[a] ?? 0) * (sdPct[b] ?? 0)
      if (product === 0) return
      // What the others have too much the base has too little.
      const [of, by] = [sd[a] ?? 0, sd[b] ?? 0]
      covariance[row * size + column] =
        product * (a === b ? 1 : a === base ? -by / of : b === base ? -of / by : 0)
    }),
  )
  return {
    elementPct: Float64Array.from(elements, (element) => elementPct[element] ?? 0),
    meltPerG,
    covariance: covariance.some((value) => value !== 0) ? covariance : null,
  }
}

/** The element whose spread is what the others leave it; null where each has its own. */
function restOf(sd: Readonly<Record<string, number>>): string | null {
  const [most, ...others] = Object.entries(sd).sort(([, a], [, b]) => b - a)
  if (!most || others.length === 0) return null
  const variance = others.reduce((total, [, one]) => total + one * one, 0)
  return Math.abs(Math.sqrt(variance) - most[1]) < 1e-9 * most[1] ? most[0] : null
}
