import type { Limits } from '#core/alloys'
import { boxOdds } from './box-odds'
import { logNearly, restOf, type MeltOdds } from './log-odds'
import { hasLossDoubt, lossOdds, type DoubtfulLot } from './loss-odds'
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

/**
 * Prepares the odds that a melt of these lots is inside all its limits at once. Within a lot the base makes up what the
 * others are off by, so their errors go together; where the lot gives its base a spread of its own, they do not.
 * @param lots with the spread of each lot's base as the rest to 100
 * @param recoverySd doubt of the recoveries; with it, or with doubtful yields or groups, see `lossOdds`
 * @source multivariate normal (`boxOdds`); the melt's mass is taken as certain
 * @example meltOdds([], {}, {}).of([]) // 0
 */
export function meltOdds(
  lots: readonly (Pick<ChargeLot, 'composition' | 'metallicYield' | 'sd'> & Partial<DoubtfulLot>)[],
  recovery: NonNullable<ChargeProblem['recovery']>,
  limits: Limits,
  recoverySd?: ChargeProblem['recoverySd'],
): MeltOdds {
  if (hasLossDoubt({ ...(recoverySd ? { recoverySd } : {}), lots }))
    return lossOdds(named(lots), recovery, limits, recoverySd ?? {})
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

/**
 * The odds that a charge is inside all limits of a problem at once.
 * @param charged with the spread of each lot's base as the rest to 100
 * @returns 0–1
 * @example meltProbability({ target: { limits: {} } }, []) // 0
 */
export function meltProbability(
  { recovery = {}, recoverySd, target }: Pick<ChargeProblem, 'recovery' | 'recoverySd' | 'target'>,
  charged: readonly {
    massG: number
    lot: Pick<ChargeLot, 'composition' | 'metallicYield' | 'sd'> & Partial<DoubtfulLot>
  }[],
): number {
  const odds = meltOdds(
    charged.map(({ lot }) => lot),
    recovery,
    target.limits,
    recoverySd,
  )
  return odds.of(charged.map(({ massG }) => massG))
}

const named = (lots: readonly Partial<DoubtfulLot>[]): DoubtfulLot[] =>
  lots.map((lot, at) => ({ id: String(at), composition: {}, ...lot }))

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
