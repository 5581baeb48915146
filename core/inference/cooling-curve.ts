import { nth } from '#core/lists'
import { SHED, type KnownArrest } from './table'

/** One reading: seconds from any moment, and °C as the instrument showed it. */
export type CurvePoint = readonly [seconds: number, celsius: number]

/** A temperature at which freezing metal stood still or slowed down. */
export interface Arrest {
  celsius: number
  /** one standard deviation, the probe's own offset not in it */
  sd: number
  fromS: number
  toS: number
}

export interface LiquidusArrest extends Arrest {
  /** a level stretch, a rise after going too cold, or only a bend in the curve */
  how: 'level' | 'rise' | 'bend'
  /** by how much it had gone below before it began to freeze; 0 where none was seen */
  undercoolingC: number
}

export interface CoolingCurve {
  /** seconds from the hottest reading on, and °C, smoothed */
  smoothed: CurvePoint[]
  /** seconds and °C/s */
  rate: CurvePoint[]
  liquidus: LiquidusArrest | null
  /** level stretches below the liquidus, the hottest first */
  arrests: Arrest[]
  /** °C, standard deviation of the readings about the smooth curve */
  noiseC: number
}

/** Why a curve tells nothing, or not all. */
export type CurveProblem = 'too-few' | 'not-cooling' | 'too-slow-readings' | 'begins-in-freezing'
export type CurveReading = { ok: true; curve: CoolingCurve } | { ok: false; why: CurveProblem }

const LEAST_POINTS = 20
const LEAST_FALL_C = 25
/** Readings further apart than this see no arrest of a small cup, s. */
const SLOWEST_S = 10
/** Width of what is smoothed together: at least so many readings, and so many seconds. */
const SMOOTH = { readings: 7, seconds: 9 }
/** Freezing has begun where cooling, held against how far above the room it is, has fallen to this share. */
const BEGINS = 0.62
/** Metal stands where it cools at less than this share of what it would without freezing. */
const LEVEL = 0.3
/** An arrest lasts, and lies so far from the one before. */
const ARREST = { seconds: 5, apartC: 12 }
/** … and falls there at no more than this share. */
const STANDS = 0.1
/** A level stretch stays within so much of its middle, °C. */
const LEVEL_C = 2.5
const ROOM_C = 25
/** A probe lags by seconds: a bend is found so much too warm for each °C/s. Engineering estimate. */
const LAG_S = 2
const LEAST_SD_C = 0.7

/**
 * Reads a cooling curve: where freezing begins, where it stands still, and how sure that is.
 * @param readings in any order, at any spacing; °C as shown
 * @returns the curve from its hottest reading on, or why nothing can be read off it
 * @source smoothing by local parabolas (Savitzky and Golay 1964; from memory); freezing found where cooling falls behind
 *   Newton's law; thresholds are engineering estimates
 * @example readCoolingCurve([[0, 700]]) // { ok: false, why: 'too-few' }
 */
export function readCoolingCurve(readings: readonly CurvePoint[]): CurveReading {
  const even = evenly(fromHottest(readings))
  if (typeof even === 'string') return { ok: false, why: even }
  const { points, stepS } = even
  if (nth(points, 0)[1] - Math.min(...points.map(([, celsius]) => celsius)) < LEAST_FALL_C)
    return { ok: false, why: 'not-cooling' }
  const half = Math.max(Math.floor(SMOOTH.readings / 2), Math.round(SMOOTH.seconds / stepS / 2))
  const { smoothed, rate, noiseC } = smooth(points, half)
  const pull = smoothed.map(([, celsius], at) => -nth(rate, at)[1] / Math.max(20, celsius - ROOM_C))
  const begins = beginsFreezing(pull, Math.max(3, half))
  if (begins === null) {
    const arrests = levelStretches(smoothed, pull, 0, noiseC)
    if (arrests.length === 0) return { ok: false, why: 'begins-in-freezing' }
    return { ok: true, curve: { smoothed, rate, liquidus: null, arrests, noiseC } }
  }
  const liquid = middleOf(pull.slice(0, Math.max(3, begins - half)))
  const stretches = levelStretches(smoothed, pull, liquid, noiseC)
  const liquidus = liquidusAfter({ smoothed, rate, pull, liquid, begins, noiseC, half, stepS, stretches })
  const arrests = stretches.filter(({ celsius }) => celsius < liquidus.celsius - ARREST.apartC)
  return { ok: true, curve: { smoothed, rate, liquidus, arrests, noiseC } }
}

/** From the hottest reading on, in order of time; what came before is the probe warming up. */
function fromHottest(readings: readonly CurvePoint[]): CurvePoint[] {
  const sorted = readings
    .filter(([seconds, celsius]) => Number.isFinite(seconds) && Number.isFinite(celsius))
    .sort(([one], [other]) => one - other)
  const hottest = Math.max(...sorted.map(([, celsius]) => celsius))
  const at = sorted.findIndex(([, celsius]) => celsius === hottest)
  const start = sorted[at]?.[0] ?? 0
  return sorted.slice(at).map(([seconds, celsius]) => [seconds - start, celsius])
}

/** At even steps, between the readings. */
function evenly(points: readonly CurvePoint[]): { points: CurvePoint[]; stepS: number } | CurveProblem {
  if (points.length < LEAST_POINTS) return 'too-few'
  const steps = points.slice(1).map(([seconds], at) => seconds - nth(points, at)[0])
  const stepS = middleOf(steps.filter((step) => step > 0))
  if (!(stepS > 0)) return 'too-few'
  if (stepS > SLOWEST_S) return 'too-slow-readings'
  const even: CurvePoint[] = []
  const last = nth(points, points.length - 1)[0]
  let next = 0
  for (let at = 0; at * stepS <= last + 1e-9; at++) {
    const seconds = at * stepS
    while (next < points.length - 1 && nth(points, next)[0] < seconds) next++
    const [s1, c1] = nth(points, next)
    const [s0, c0] = nth(points, Math.max(0, next - 1))
    even.push([seconds, s1 > s0 ? c0 + ((c1 - c0) * (seconds - s0)) / (s1 - s0) : c1])
  }
  return { points: even, stepS }
}

/** A parabola through the readings about each: its height and its slope there. */
function smooth(points: readonly CurvePoint[], half: number) {
  const smoothed: CurvePoint[] = []
  const rate: CurvePoint[] = []
  let squares = 0
  for (let at = 0; at < points.length; at++) {
    const from = Math.max(0, Math.min(at - half, points.length - 2 * half - 1))
    const to = Math.min(points.length - 1, from + 2 * half)
    const fitted = parabola(
      points.slice(from, to + 1).map(([seconds, c]) => [seconds - nth(points, at)[0], c]),
    )
    smoothed.push([nth(points, at)[0], fitted.height])
    rate.push([nth(points, at)[0], fitted.slope])
    squares += (nth(points, at)[1] - fitted.height) ** 2
  }
  // A parabola follows three of the readings it goes through.
  const free = Math.max(1, 1 - 3 / (2 * half + 1) > 0 ? (1 - 3 / (2 * half + 1)) * points.length : 1)
  return { smoothed, rate, noiseC: Math.sqrt(squares / free) }
}

function parabola(points: readonly CurvePoint[]): { height: number; slope: number } {
  let [n, s1, s2, s3, s4, t0, t1, t2] = [0, 0, 0, 0, 0, 0, 0, 0]
  for (const [x, y] of points) {
    n++
    s1 += x
    s2 += x * x
    s3 += x ** 3
    s4 += x ** 4
    t0 += y
    t1 += x * y
    t2 += x * x * y
  }
  const determinant = n * (s2 * s4 - s3 * s3) - s1 * (s1 * s4 - s2 * s3) + s2 * (s1 * s3 - s2 * s2)
  if (Math.abs(determinant) < 1e-12) return { height: t0 / n, slope: 0 }
  const height =
    (t0 * (s2 * s4 - s3 * s3) - s1 * (t1 * s4 - s3 * t2) + s2 * (t1 * s3 - s2 * t2)) / determinant
  const slope = (n * (t1 * s4 - s3 * t2) - t0 * (s1 * s4 - s2 * s3) + s2 * (s1 * t2 - s2 * t1)) / determinant
  return { height, slope }
}

/** Where the pull of the room falls off for good; null where it never was that of liquid metal. */
function beginsFreezing(pull: readonly number[], sustained: number): number | null {
  const first = Math.max(4, Math.ceil(sustained * 0.8))
  for (let at = first; at + sustained < pull.length; at++) {
    const liquid = middleOf(pull.slice(0, at))
    if (!(liquid > 0)) return null
    const after = pull.slice(at, at + sustained)
    if (after.every((one) => one < BEGINS * liquid)) return at
  }
  return null
}

/** Stretches where the metal stood, by how it would have cooled. */
function levelStretches(
  smoothed: readonly CurvePoint[],
  pull: readonly number[],
  liquid: number,
  noiseC: number,
): Arrest[] {
  const usual = liquid > 0 ? liquid : quantileOf(pull, 0.7)
  const arrests: Arrest[] = []
  let from: number | null = null
  for (let at = 0; at <= pull.length; at++) {
    const level = at < pull.length && nth(pull, at) < LEVEL * usual
    if (level && from === null) from = at
    if (level || from === null) continue
    const [start, end] = [from, at - 1]
    from = null
    const lasts = nth(smoothed, end)[0] - nth(smoothed, start)[0]
    if (lasts < ARREST.seconds) continue
    const inside = smoothed.slice(start, end + 1)
    const wide = Math.max(LEVEL_C, 3 * noiseC)
    const there = densest(inside, wide)
    const celsius = middleOf(there.map((point) => point[1]))
    const [fromS, toS] = [nth(there, 0)[0], nth(there, there.length - 1)[0]]
    // Cooling slowly is not standing: a metal that freezes over a range does that all the way down.
    const falls = -line(there).slope
    if (toS - fromS < ARREST.seconds || falls > STANDS * usual * (celsius - ROOM_C)) continue
    const sd = Math.hypot(LEAST_SD_C, noiseC / Math.sqrt(Math.max(1, there.length / 2)))
    const near = arrests.find((one) => Math.abs(one.celsius - celsius) < ARREST.apartC)
    if (near) near.toS = toS
    else arrests.push({ celsius, sd, fromS, toS })
  }
  return arrests
}

/** The readings about the temperature that most of them lie at. */
function densest(points: readonly CurvePoint[], wide: number): CurvePoint[] {
  let most: CurvePoint[] = []
  for (const [, centre] of points) {
    const near = points.filter((point) => Math.abs(point[1] - centre) <= wide)
    if (near.length > most.length) most = near
  }
  return most
}

interface Begun {
  smoothed: readonly CurvePoint[]
  rate: readonly CurvePoint[]
  pull: readonly number[]
  liquid: number
  begins: number
  noiseC: number
  half: number
  stepS: number
  stretches: readonly Arrest[]
}

function liquidusAfter(begun: Begun): LiquidusArrest {
  const { smoothed, begins, noiseC, half, stepS, stretches } = begun
  const window = Math.max(4 * half, Math.ceil(30 / stepS))
  const after = smoothed.slice(begins, begins + window)
  const lowest = after.reduce((low, [, celsius], at) => (celsius < nth(after, low)[1] ? at : low), 0)
  const risen = after
    .slice(lowest)
    .reduce((high, [, celsius], at) => (celsius > nth(after, lowest + high)[1] ? at : high), 0)
  const riseC = nth(after, lowest + risen)[1] - nth(after, lowest)[1]
  const [fromS] = nth(smoothed, begins)
  const read = noiseC / Math.sqrt(half)
  if (lowest > 0 && risen > 0 && riseC > Math.max(2, 6 * read) && lowest < after.length - half) {
    const top = nth(after, lowest + risen)
    const level = stretches.find(({ celsius }) => Math.abs(celsius - top[1]) < 4)
    return {
      celsius: level?.celsius ?? top[1],
      sd: Math.hypot(LEAST_SD_C, read),
      fromS,
      toS: level?.toS ?? top[0],
      how: 'rise',
      undercoolingC: riseC,
    }
  }
  // A level stretch that freezing begins with is the liquidus of a pure metal or a eutectic.
  const level = stretches.find((one) => one.fromS <= fromS + window * stepS * 0.5 && one.toS >= fromS)
  const bend = bendAt(begun)
  if (level && level.celsius > bend.celsius - ARREST.apartC)
    return { ...level, how: 'level', undercoolingC: 0 }
  return { ...bend, fromS, toS: nth(smoothed, Math.min(smoothed.length - 1, begins + half))[0] }
}

/** Where the line before and the line after the bend meet. */
function bendAt({ smoothed, rate, begins, half, stepS, noiseC }: Begun): {
  celsius: number
  sd: number
  how: 'bend'
  undercoolingC: number
} {
  const before = line(smoothed.slice(Math.max(0, begins - 4 * half), Math.max(3, begins - half)))
  const from = Math.min(smoothed.length - 3, begins + half)
  const after = line(smoothed.slice(from, Math.min(smoothed.length, from + 3 * half)))
  const meets = (after.height - before.height) / (before.slope - after.slope)
  const span = [nth(smoothed, Math.max(0, begins - 3 * half))[0], nth(smoothed, from)[0]] as const
  const at = Math.min(span[1], Math.max(span[0], meets))
  const slopeAfter = Math.abs(nth(rate, from)[1])
  return {
    celsius: after.height + after.slope * at - 0.5 * slopeAfter * LAG_S,
    sd: Math.hypot(LEAST_SD_C, noiseC / Math.sqrt(half), 0.5 * slopeAfter * (LAG_S + half * stepS)),
    how: 'bend',
    undercoolingC: 0,
  }
}

function line(points: readonly CurvePoint[]): { height: number; slope: number } {
  const n = points.length
  const [mx, my] = [0, 1].map((axis) => points.reduce((sum, point) => sum + point[axis]!, 0) / n) as [
    number,
    number,
  ]
  let [top, bottom] = [0, 0]
  for (const [x, y] of points) {
    top += (x - mx) * (y - my)
    bottom += (x - mx) ** 2
  }
  const slope = bottom > 0 ? top / bottom : 0
  return { height: my - slope * mx, slope }
}

function quantileOf(values: readonly number[], share: number): number {
  const sorted = [...values].sort((one, other) => one - other)
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0
}
const middleOf = (values: readonly number[]): number => quantileOf(values, 0.5)

/**
 * The arrest of a known kind that one lies at.
 * @param base metal the alloy is mostly of
 * @param elements what may be in it
 * @returns null where none is near
 * @source data/shed-tests.json: arrests
 * @example knownArrest({ celsius: 575 }, 'Al', ['Si']).id // 'al-si'
 */
export function knownArrest(
  { celsius }: Pick<Arrest, 'celsius'>,
  base: string,
  elements: readonly string[],
): KnownArrest | null {
  const near = SHED.arrests
    .filter((one) => one.base === base && elements.includes(one.with))
    .map((one) => ({ one, off: Math.abs(celsius - one.celsius) }))
    .filter(({ one, off }) => off < 3 * one.spreadC + 12 + (one.lowerWhenModifiedC ?? 0))
    .sort((a, b) => a.off - b.off)[0]
  return near?.one ?? null
}
