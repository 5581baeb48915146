import { UNIDENTIFIED } from '#core/composition'
import type { Limits } from '#core/alloys'
import { seededRandom } from '#core/statistics'
import { factorBox, oddsOfFactor, type Box } from './box-odds'
import { normalCdf } from './normal'
import { fastCdf, fastQuantile } from './normal-fast'
import type { ChargeLot, ChargeProblem } from './problem'
import { logNearly, restOf, type MeltOdds } from './log-odds'

/** A lot with its doubts: composition, yield, weighing, and the group it shares its errors with. */
export type DoubtfulLot = Pick<
  ChargeLot,
  'id' | 'composition' | 'metallicYield' | 'metallicYieldSd' | 'sd' | 'group' | 'weighErrorG'
>

/** Draws of the losses. With 512 the odds were more than 2 percentage points off in one case of 200. */
const DRAWS = 2048
/** Points of the integral over the errors of lots, for each draw: its own error averages out over the draws. */
const POINTS = 1
/** Without losses in doubt there is one draw, and this many points. */
const POINTS_ALONE = 2048
/** Limits are kept to this, wt%, where nothing is in doubt. */
const CLOSE = 1e-9
/** Relative spread below which an element counts as exact once the losses are known. */
const NOTHING = 1e-12
/** Errors of weighing that are a larger share of their line are drawn one by one. */
const ROUGH = 0.01
/** Losses with draws of their own; more share them. */
const MOST_LOSSES = 64
/** The order of the draws, the same on every machine. */
const SEED = 47
/** Standard scores of each loss, draw by draw: the same for every melt. Filled when first needed. */
let scoresOfLosses: Float64Array | null = null

/**
 * Draws of the losses as a Latin hypercube: each loss goes through all its strata once, in an order of its own.
 * @source McKay, Beckman & Conover 1979; order by a fixed seed; from memory
 */
function lossScores(): Float64Array {
  if (scoresOfLosses) return scoresOfLosses
  const scores = new Float64Array(DRAWS * MOST_LOSSES)
  const random = seededRandom(SEED)
  for (let loss = 0; loss < MOST_LOSSES; loss++) {
    const order = Array.from({ length: DRAWS }, (_, at) => at)
    for (let at = DRAWS - 1; at > 0; at--) {
      const other = Math.floor((at + 1) * random.even())
      ;[order[at], order[other]] = [order[other]!, order[at]!]
    }
    order.forEach((stratum, draw) => {
      scores[draw * MOST_LOSSES + loss] = fastQuantile((stratum + 0.5) / DRAWS)
    })
  }
  scoresOfLosses = scores
  return scores
}

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
 * @source Losses by a fixed Latin hypercube, each cut off at 0 and 1; given these, the errors of lots
 * and weights are normal (`oddsOfFactor`, Genz 1992); from memory
 * @example lossOdds([], {}, {}, {}).of([]) // 0
 */
export function lossOdds(
  lots: readonly DoubtfulLot[],
  recovery: NonNullable<ChargeProblem['recovery']>,
  limits: Limits,
  recoverySd: NonNullable<ChargeProblem['recoverySd']>,
): MeltOdds & { spread(masses: ArrayLike<number>): { tapSdG: number; sd: Record<string, number> } } {
  const elements = Object.keys(limits)
  const symbols = [...new Set([...elements, ...lots.flatMap(({ composition }) => Object.keys(composition))])]
  if (!symbols.includes(UNIDENTIFIED)) symbols.push(UNIDENTIFIED)
  const place = new Map(symbols.map((symbol, at) => [symbol, at]))
  const count = symbols.length
  const size = elements.length
  const limited = elements.map((element) => place.get(element)!)
  const least = Float64Array.from(elements, (element) => (limits[element]!.min ?? -Infinity) - CLOSE)
  const most = Float64Array.from(elements, (element) => (limits[element]!.max ?? Infinity) + CLOSE)
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
  /** What each lot holds: place of the symbol and its share. */
  const parts = shares.map((all) => Array.from(all.keys()).filter((s) => all[s]! > 0))
  const usualKept = cut(planned, recoverySds)
  const usualMetal = cut(yields, yieldSds)
  // Errors move the limited elements and, last, the melt as a whole; all at the usual losses, per gram charged.
  const wide = size + 1
  const spot = new Int32Array(count).fill(-1)
  limited.forEach((s, e) => (spot[s] = e))
  /** Adds what a share of a symbol in a lot moves. */
  const put = (into: Float64Array, lot: number, symbol: number, share: number) => {
    const grams = usualMetal.mean[lot]! * usualKept.mean[symbol]! * share
    const e = spot[symbol]!
    if (e >= 0) into[e] = into[e]! + grams
    into[size] = into[size]! + grams
  }
  const whole = lots.map((_, lot) => {
    const moved = new Float64Array(wide)
    for (const s of parts[lot]!) put(moved, lot, s, shares[lot]![s]!)
    return moved
  })
  const scores = scoresOf(lots, place)
  /** Errors of one lot alone, as a covariance per gram squared; those that lots share stay apart. */
  const own = lots.map(() => new Float64Array(wide * wide))
  const shared: { lot: number; moved: Float64Array }[][] = []
  for (const score of scores) {
    const byLot = new Map<number, Float64Array>()
    for (const { lot, symbol, share } of score) {
      const moved = byLot.get(lot) ?? new Float64Array(wide)
      put(moved, lot, symbol, share)
      byLot.set(lot, moved)
    }
    if (byLot.size === 1) for (const [lot, moved] of byLot) addSquare(own[lot]!, moved, 1)
    else shared.push([...byLot].map(([lot, moved]) => ({ lot, moved })))
  }
  const lossy = [...recoverySds.keys()]
    .filter((s) => recoverySds[s]! > 0)
    .sort((a, b) => (symbols[a]! < symbols[b]! ? -1 : 1))

  /** An error of weighing that is no small share of its line is drawn as it is: uniform, not normal. */
  const isRoughlyWeighed = (at: number, massG: number) => (lots[at]!.weighErrorG ?? 0) > ROUGH * massG

  /** Box of the melt's composition at the usual losses; null without a melt. `withLosses`: as normal errors. */
  function boxFor(
    masses: ArrayLike<number>,
    withLosses: boolean,
  ): (Box & { meltG: number; meltVariance: number }) | null {
    const content = new Float64Array(wide)
    const squares = new Float64Array(wide * wide)
    for (let at = 0; at < lots.length; at++) {
      const massG = masses[at]!
      if (!(massG > 0)) continue
      const lot = whole[at]!
      for (let e = 0; e < wide; e++) content[e] = content[e]! + massG * lot[e]!
      const errors = own[at]!
      for (let k = 0; k < errors.length; k++) squares[k] = squares[k]! + massG * massG * errors[k]!
      // Uniform within ± the error: a third of its square is the variance.
      const drawn = !withLosses && isRoughlyWeighed(at, massG)
      const weighG = drawn ? 0 : (lots[at]!.weighErrorG ?? 0) / Math.sqrt(3)
      const yieldG = withLosses ? (massG * usualMetal.sd[at]!) / usualMetal.mean[at]! : 0
      if (weighG > 0 || yieldG > 0) addSquare(squares, lot, weighG * weighG + yieldG * yieldG)
    }
    const meltG = content[size]!
    if (!(meltG > 0)) return null
    const moved = new Float64Array(wide)
    for (const score of shared) {
      let any = false
      for (const one of score) {
        const massG = masses[one.lot]!
        if (!(massG > 0)) continue
        any = true
        for (let e = 0; e < wide; e++) moved[e] = moved[e]! + massG * one.moved[e]!
      }
      if (!any) continue
      addSquare(squares, moved, 1)
      moved.fill(0)
    }
    if (withLosses)
      for (const s of lossy) {
        const e = spot[s]!
        const grams = (e >= 0 ? content[e]! : contentOf(masses, s)) / usualKept.mean[s]!
        const square = (grams * usualKept.sd[s]!) ** 2
        if (e >= 0) {
          squares[e * wide + e] = squares[e * wide + e]! + square
          squares[size * wide + e] = squares[size * wide + e]! + square
        }
        squares[size * wide + size] = squares[size * wide + size]! + square
      }
    return { ...inShares(content, squares), meltG, meltVariance: squares[size * wide + size]! }
  }

  /** From grams to shares of a melt that is itself in doubt, wt%. */
  function inShares(content: Float64Array, squares: Float64Array): Box {
    const meltG = content[size]!
    const pct = content.map((grams) => (100 * grams) / meltG)
    const covariance = new Float64Array(size * size)
    const all = squares[size * wide + size]!
    const scale = 1 / (meltG * meltG)
    for (let a = 0; a < size; a++)
      for (let b = 0; b <= a; b++) {
        const value =
          scale *
          (1e4 * squares[a * wide + b]! -
            100 * (pct[a]! * squares[size * wide + b]! + pct[b]! * squares[size * wide + a]!) +
            pct[a]! * pct[b]! * all)
        covariance[a * size + b] = value
        covariance[b * size + a] = value
      }
    return {
      lower: Float64Array.from(least, (bound, e) => bound - pct[e]!),
      upper: Float64Array.from(most, (bound, e) => bound - pct[e]!),
      covariance,
    }
  }

  /** Mass of an element without a limit, g. */
  function contentOf(masses: ArrayLike<number>, s: number): number {
    let grams = 0
    for (let at = 0; at < lots.length; at++)
      if (masses[at]! > 0) grams += masses[at]! * usualMetal.mean[at]! * usualKept.mean[s]! * shares[at]![s]!
    return grams
  }

  function of(masses: ArrayLike<number>): number {
    // The errors of lots and weights are those at the usual losses: what the losses move is where the melt lies.
    const box = boxFor(masses, false)
    if (!box) return 0
    const used = lots.flatMap((_, at) => (masses[at]! > 0 ? [at] : []))
    // In the order of their names: the same melt has the same odds whichever lot stands first.
    const byName = (a: number, b: number) => (lots[a]!.id < lots[b]!.id ? -1 : 1)
    const doubtful = used.filter((at) => yieldSds[at]! > 0).sort(byName)
    const rough = used.filter((at) => isRoughlyWeighed(at, masses[at]!)).sort(byName)
    const drawn = doubtful.length + lossy.length + rough.length
    const [draws, points] = drawn === 0 ? [1, POINTS_ALONE] : [DRAWS, POINTS]
    const table = lossScores()
    const spread: number[] = []
    const exact: number[] = []
    for (let e = 0; e < size; e++)
      if (box.covariance[e * size + e]! > NOTHING * NOTHING) spread.push(e)
      else exact.push(e)
    const factor = spread.length > 0 ? factorBox(box, spread) : null
    const kept = Float64Array.from(planned)
    const metal = Float64Array.from(yields)
    const weighed = Float64Array.from(masses)
    const content = new Float64Array(count)
    const { lower, upper } = box
    let sum = 0
    for (let draw = 0; draw < draws; draw++) {
      if (draws > 1) {
        let loss = 0
        const next = (mean: number, sd: number) =>
          clamped(mean + sd * table[draw * MOST_LOSSES + (loss++ % MOST_LOSSES)]!)
        for (const s of lossy) kept[s] = next(planned[s]!, recoverySds[s]!)
        for (const at of doubtful) metal[at] = next(yields[at]!, yieldSds[at]!)
        for (const at of rough) {
          const off = 2 * fastCdf(table[draw * MOST_LOSSES + (loss++ % MOST_LOSSES)]!) - 1
          weighed[at] = Math.max(0, masses[at]! + off * lots[at]!.weighErrorG!)
        }
      }
      content.fill(0)
      for (const at of used) {
        const grams = weighed[at]! * metal[at]!
        const share = shares[at]!
        for (const s of parts[at]!) content[s] = content[s]! + grams * share[s]!
      }
      let meltG = 0
      for (let s = 0; s < count; s++) {
        content[s] = content[s]! * kept[s]!
        meltG += content[s]!
      }
      let inside = meltG > 0
      for (let e = 0; e < size; e++) {
        const s = limited[e]!
        const pct = (100 * content[s]!) / meltG
        // An error in the lot becomes one in the melt by the share that is kept.
        const scale = Math.max(1e-9, (kept[s]! / usualKept.mean[s]!) * (box.meltG / meltG))
        lower[e] = (least[e]! - pct) / scale
        upper[e] = (most[e]! - pct) / scale
      }
      for (const e of exact) if (lower[e]! > 0 || upper[e]! < 0) inside = false
      if (!inside) continue
      sum += factor ? oddsOfFactor(factor, lower, upper, points, points * draw) : 1
    }
    return sum / draws
  }
  return {
    of,
    logNearly: (masses) => {
      const box = boxFor(masses, true)
      return box ? logNearly(box, size) : -Infinity
    },
    spread: (masses) => {
      const box = boxFor(masses, true)
      if (!box) return { tapSdG: 0, sd: {} }
      const sd: Record<string, number> = {}
      elements.forEach((element, e) => {
        const variance = box.covariance[e * size + e]!
        if (variance > 0) sd[element] = Math.sqrt(variance)
      })
      return { tapSdG: Math.sqrt(box.meltVariance), sd }
    },
  }
}

/**
 * One standard deviation of the mass of a melt and of each element of it, by all their doubts: lots, weights, recoveries
 * and yields.
 * @returns g and wt%; 0 and nothing for an empty charge
 * @example meltSpread({}, []).tapSdG // 0
 */
export function meltSpread(
  { recovery = {}, recoverySd = {} }: Pick<ChargeProblem, 'recovery' | 'recoverySd'>,
  charged: readonly { massG: number; lot: DoubtfulLot }[],
): { tapSdG: number; sd: Record<string, number> } {
  const lots = charged.map(({ lot }) => lot)
  const elements = [...new Set(lots.flatMap(({ composition }) => Object.keys(composition)))]
  const limits = Object.fromEntries(elements.map((element) => [element, {}]))
  return lossOdds(lots, recovery, limits, recoverySd).spread(charged.map(({ massG }) => massG))
}

/** Adds the square of a move to a covariance, its lower half. */
function addSquare(squares: Float64Array, moved: Float64Array, by: number): void {
  const wide = moved.length
  for (let a = 0; a < wide; a++) {
    const one = by * moved[a]!
    if (one === 0) continue
    for (let b = 0; b <= a; b++) squares[a * wide + b] = squares[a * wide + b]! + one * moved[b]!
  }
}

/** Mean and spread of fractions, each cut off at 1. */
function cut(means: Float64Array, sds: Float64Array): { mean: Float64Array; sd: Float64Array } {
  const both = Array.from(means, (mean, at) => cutOff(mean, sds[at]!))
  return {
    mean: Float64Array.from(both, ({ mean }) => mean),
    sd: Float64Array.from(both, ({ sd }) => sd),
  }
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
