import { UNIDENTIFIED } from '#core/composition'
import type { Limits } from '#core/alloys'
import { boxOdds, type Box } from './box-odds'
import { normalCdf } from './normal'
import { fastQuantile } from './normal-fast'
import type { ChargeLot, ChargeProblem } from './problem'
import { logNearly, restOf, type MeltOdds } from './log-odds'

/** A lot with its doubts: composition, yield, weighing, and the group it shares its errors with. */
export type DoubtfulLot = Pick<
  ChargeLot,
  'id' | 'composition' | 'metallicYield' | 'metallicYieldSd' | 'sd' | 'group' | 'weighErrorG'
>

/** Draws of the losses: accurate to 2 percentage points, and better for odds that are shown. */
const DRAWS = 256
const SHOWN_DRAWS = 512
/** More points than this are asked for only where the odds are shown. */
const SHOWN_FROM = 1000
/** Points of each inner integral: its own error averages out over the draws. */
const INNER_POINTS = 24
/** Limits are kept to this, wt%, where nothing is in doubt. */
const CLOSE = 1e-9
/** Fractional parts of square roots of primes: Richtmyer's sequence, one for each loss. */
const GENERATORS = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71, 73, 79]
  .concat([83, 89, 97, 101, 103, 107, 109, 113, 127, 131, 137, 139, 149, 151, 157, 163, 167, 173, 179, 181])
  .map((prime) => Math.sqrt(prime) % 1)

/**
 * Whether a problem says that its losses are in doubt, or that lots share their errors.
 * @example hasLossDoubt({ recoverySd: { Zn: 0.03 }, lots: [] }) // true
 */
export const hasLossDoubt = ({
  recoverySd = {},
  lots,
}: {
  recoverySd?: ChargeProblem['recoverySd']
  lots: readonly Partial<DoubtfulLot>[]
}): boolean =>
  Object.values(recoverySd).some((sd) => sd > 0) ||
  lots.some(({ metallicYieldSd = 0, group }) => metallicYieldSd > 0 || group !== undefined)

/**
 * Mean and standard deviation of a fraction whose draws are cut off at 1: a draw above counts as 1.
 * @source moments of the censored normal distribution; from memory
 * @example cutOff(1, 0.03).mean.toFixed(4) // '0.9880'
 */
export function cutOff(mean: number, sd: number): { mean: number; sd: number } {
  if (!(sd > 0)) return { mean, sd: 0 }
  const room = (1 - mean) / sd
  const inside = normalCdf(room)
  const density = Math.exp(-0.5 * room * room) / Math.sqrt(2 * Math.PI)
  /** how far below 1 it lies, and that squared */
  const below = sd * (room * inside + density)
  const squared = sd * sd * ((room * room + 1) * inside + room * density)
  return { mean: 1 - below, sd: Math.sqrt(Math.max(0, squared - below * below)) }
}

const clamped = (value: number) => Math.min(1, Math.max(0, value))

/**
 * Prepares the odds that a melt is inside all its limits, with the doubt of recoveries, yields and weighings counted as
 * well as that of the lots, and the mass of the melt with them. Recoveries are shared by the whole melt, errors of a
 * group by its lots.
 * @param lots with the spread of each lot's base as the rest to 100
 * @param recoverySd one standard deviation of each recovery
 * @source Losses by a fixed sequence of draws (Richtmyer 1951), each cut off at 0 and 1; given these, the errors of lots
 * and weights are normal (`boxOdds`, Genz 1992); from memory
 * @example lossOdds([], {}, {}, {}).of([]) // 0
 */
export function lossOdds(
  lots: readonly DoubtfulLot[],
  recovery: NonNullable<ChargeProblem['recovery']>,
  limits: Limits,
  recoverySd: NonNullable<ChargeProblem['recoverySd']>,
): MeltOdds & { meltSdG(masses: ArrayLike<number>): number } {
  const elements = Object.keys(limits)
  const symbols = [...new Set([...elements, ...lots.flatMap(({ composition }) => Object.keys(composition))])]
  if (!symbols.includes(UNIDENTIFIED)) symbols.push(UNIDENTIFIED)
  const place = new Map(symbols.map((symbol, at) => [symbol, at]))
  const count = symbols.length
  const size = elements.length
  const limited = elements.map((element) => place.get(element)!)
  const planned = Float64Array.from(symbols, (symbol) => recovery[symbol] ?? 1)
  const recoverySds = Float64Array.from(symbols, (symbol) => recoverySd[symbol] ?? 0)
  const yields = Float64Array.from(lots, ({ metallicYield }) => metallicYield ?? 1)
  const yieldSds = Float64Array.from(lots, ({ metallicYieldSd }) => metallicYieldSd ?? 0)
  const shares = lots.map(({ composition }) => {
    const named = Object.values(composition).reduce((sum, pct) => sum + pct, 0)
    return Float64Array.from(
      symbols,
      (symbol) =>
        ((symbol === UNIDENTIFIED ? Math.max(0, 100 - named) : 0) + (composition[symbol] ?? 0)) / 100,
    )
  })
  const scores = scoresOf(lots, place)
  const lossCount = [...recoverySds, ...yieldSds].filter((sd) => sd > 0).length

  /** Box of the melt's composition for given losses; null without a melt. `extra` adds the losses as normal errors. */
  function boxFor(
    masses: ArrayLike<number>,
    kept: Float64Array,
    metal: Float64Array,
    extra?: { kept: Float64Array; metal: Float64Array },
  ): (Box & { meltG: number; meltVariance: number }) | null {
    const content = new Float64Array(count)
    let meltG = 0
    lots.forEach((_, at) => {
      const massG = masses[at]!
      if (!(massG > 0)) return
      for (let s = 0; s < count; s++) {
        const grams = massG * metal[at]! * kept[s]! * shares[at]![s]!
        content[s] = content[s]! + grams
        meltG += grams
      }
    })
    if (!(meltG > 0)) return null
    const pct = limited.map((s) => (100 * content[s]!) / meltG)
    const lower = Float64Array.from(
      elements,
      (element, e) => (limits[element]!.min ?? -Infinity) - CLOSE - pct[e]!,
    )
    const upper = Float64Array.from(
      elements,
      (element, e) => (limits[element]!.max ?? Infinity) + CLOSE - pct[e]!,
    )
    const covariance = new Float64Array(size * size)
    const moved = new Float64Array(count)
    let meltVariance = 0
    /** Adds an error of one standard deviation that moves the contents by `moved`, g. */
    const add = () => {
      let all = 0
      for (let s = 0; s < count; s++) all += moved[s]!
      meltVariance += all * all
      const rates = limited.map((s, e) => (100 * moved[s]! - pct[e]! * all) / meltG)
      for (let a = 0; a < size; a++)
        for (let b = 0; b < size; b++)
          covariance[a * size + b] = covariance[a * size + b]! + rates[a]! * rates[b]!
      moved.fill(0)
    }
    for (const parts of scores) {
      let any = false
      for (const { lot, symbol, share } of parts) {
        const massG = masses[lot]!
        if (!(massG > 0)) continue
        any = true
        moved[symbol] = moved[symbol]! + massG * metal[lot]! * kept[symbol]! * share
      }
      if (any) add()
    }
    lots.forEach(({ weighErrorG = 0 }, at) => {
      if (!(masses[at]! > 0)) return
      // Uniform within ± the error: a third of its square is the variance.
      const errorG = weighErrorG / Math.sqrt(3)
      const yieldSd = extra ? masses[at]! * extra.metal[at]! : 0
      for (const by of [errorG * metal[at]!, yieldSd])
        if (by > 0) {
          for (let s = 0; s < count; s++) moved[s] = by * kept[s]! * shares[at]![s]!
          add()
        }
    })
    if (extra)
      for (let s = 0; s < count; s++)
        if (extra.kept[s]! > 0 && kept[s]! > 0) {
          moved[s] = (content[s]! / kept[s]!) * extra.kept[s]!
          add()
        }
    return { lower, upper, covariance, meltG, meltVariance }
  }

  const cut = (means: Float64Array, sds: Float64Array) => {
    const both = Array.from(means, (mean, at) => cutOff(mean, sds[at]!))
    return {
      mean: Float64Array.from(both, ({ mean }) => mean),
      sd: Float64Array.from(both, ({ sd }) => sd),
    }
  }
  const usualKept = cut(planned, recoverySds)
  const usualMetal = cut(yields, yieldSds)
  const linear = (masses: ArrayLike<number>) =>
    boxFor(masses, usualKept.mean, usualMetal.mean, { kept: usualKept.sd, metal: usualMetal.sd })

  function of(masses: ArrayLike<number>, points = 0): number {
    const draws = lossCount === 0 ? 1 : points >= SHOWN_FROM ? SHOWN_DRAWS : DRAWS
    let sum = 0
    const kept = new Float64Array(count)
    const metal = new Float64Array(lots.length)
    for (let draw = 0; draw < draws; draw++) {
      let loss = 0
      const next = (mean: number, sd: number) => {
        if (!(sd > 0)) return mean
        const at = ((draw + 0.5) * GENERATORS[loss++ % GENERATORS.length]! + 0.5) % 1
        return clamped(mean + sd * fastQuantile(Math.min(1 - 1e-9, Math.max(1e-9, at))))
      }
      for (let s = 0; s < count; s++) kept[s] = next(planned[s]!, recoverySds[s]!)
      for (let at = 0; at < lots.length; at++) metal[at] = next(yields[at]!, yieldSds[at]!)
      const box = boxFor(masses, kept, metal)
      if (box) sum += boxOdds(box, INNER_POINTS)
    }
    return sum / draws
  }
  return {
    of,
    logNearly: (masses) => {
      const box = linear(masses)
      return box ? logNearly(box, size) : -Infinity
    },
    meltSdG: (masses) => Math.sqrt(linear(masses)?.meltVariance ?? 0),
  }
}

/**
 * One standard deviation of the mass of a melt, by all its doubts.
 * @returns g; 0 for an empty charge
 * @example tapSdG({}, []) // 0
 */
export function tapSdG(
  { recovery = {}, recoverySd = {} }: Pick<ChargeProblem, 'recovery' | 'recoverySd'>,
  charged: readonly { massG: number; lot: DoubtfulLot }[],
): number {
  const odds = lossOdds(
    charged.map(({ lot }) => lot),
    recovery,
    {},
    recoverySd,
  )
  return odds.meltSdG(charged.map(({ massG }) => massG))
}

/** One standard score each: what it moves, as a share of the lot's mass. */
function scoresOf(
  lots: readonly DoubtfulLot[],
  place: ReadonlyMap<string, number>,
): { lot: number; symbol: number; share: number }[][] {
  const byKey = new Map<string, { lot: number; symbol: number; share: number }[]>()
  lots.forEach(({ id, sd = {}, group }, lot) => {
    const base = restOf(sd)
    for (const [symbol, spread] of Object.entries(sd)) {
      if (symbol === base || !(spread > 0)) continue
      const key = `${group === undefined ? `lot ${id}` : `group ${group}`} ${symbol}`
      const parts = byKey.get(key) ?? []
      parts.push({ lot, symbol: place.get(symbol) ?? place.get(UNIDENTIFIED)!, share: spread / 100 })
      // What the others have too much the base has too little.
      if (base !== null) parts.push({ lot, symbol: place.get(base)!, share: -spread / 100 })
      byKey.set(key, parts)
    }
  })
  return [...byKey.values()]
}
