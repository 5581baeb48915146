import { CholeskyDecomposition, Matrix } from 'ml-matrix'
import type { Banded, FuelId } from '#core/gear'
import { seededRandom } from '#core/statistics'
import { nth } from '#core/lists'
import { chargeHeat, type ChargeHeat, type ChargeInPot } from './charge-heat'
import { heatCharge, type FurnaceTraits, type HeatingAsk } from './heating'
import { FURNACE_MODEL } from './table'

export interface ForecastAsk {
  pot: ChargeInPot
  fuel: FuelId
  powerKw: number
  /** temperatures since it was lit, s and °C, put right by the checks of the probe; none before lighting */
  readings: readonly { atS: number; celsius: number }[]
  /** it is now, s on the same clock */
  nowS: number
  /** to be reached, °C */
  targetC: number
  /** the whole charge, where some of it is still to go in, cold, once the pot is so hot; °C */
  later?: { pot: ChargeInPot; atC: number } | null
  /** to what burner or plate was set, 0 to 1, and when, on the same clock: all the way up before the first */
  fire?: readonly { atS: number; power: number }[]
  /** when the lid was taken off and put back, and the open surface of the melt */
  lid?: { mouthCm2: number; changes: readonly { atS: number; off: boolean }[] }
  /** what the furnace's own heats let expect from cold, min */
  expectedMin?: Banded | null
  seed?: number
}

/** Five, fifty and ninety-five in a hundred, s; without an end where one way in twenty never gets there. */
export interface ForecastSpan {
  low: number
  mid: number
  high: number | null
}

export interface Forecast {
  /** when it is as hot as asked, on the clock of the readings; null where in most ways it never is */
  reachesS: ForecastSpan | null
  /** when it is molten through, on the same clock; null where it is already, or in most ways never is */
  moltenS: ForecastSpan | null
  /** in so many of a hundred ways it may go, it gets there within hours */
  odds: number
  /** s and °C ahead, low, middle, high */
  ahead: { atS: number; low: number; mid: number; high: number }[]
  /** what the furnace is found to be */
  furnace: FurnaceTraits
  /** standard deviation of the readings about the fitted curve, °C; null with fewer than three */
  offC: number | null
}

const STEP_S = 4
const LONGEST_S = 5 * 3600
const DRAWS = 60
const ROUNDS = 12
const ROOM_C = 25
/** Below this the furnace was cold when the first reading was taken, °C. */
const COLD_C = 80
/** Readings used: the newest of a long log, evenly spread. */
const MOST_READINGS = 60
const AHEAD_EVERY_S = 60
const AHEAD_POINTS = 40
const EXPECTED_SD = 3.29

/** Figures of a furnace, each normal, mean 0 and standard deviation 1 before anything is read. */
interface Guess {
  furnace: (z: ArrayLike<number>) => FurnaceTraits
  liningC: (z: ArrayLike<number>) => number
}
const FIGURES = 5

function guessOf({ fuel, powerKw, readings, targetC, expectedMin }: ForecastAsk, charge: ChargeHeat): Guess {
  const traits = FURNACE_MODEL.fuels[fuel]
  const startC = readings[0]?.celsius ?? ROOM_C
  const cold = startC < COLD_C
  const { liningFactor, hottestSpreadC, drive, liningAheadC } = FURNACE_MODEL
  const withEnters =
    (enters: number, entersFactor: number): Guess['furnace'] =>
    (z) => {
      const share = Math.min(0.98, enters * entersFactor ** z[0]!)
      const hottestC = Math.max(targetC * 0.7, traits.hottestC + hottestSpreadC * z[2]!)
      const enteredW = powerKw * share * 1000
      return {
        powerKw,
        enters: share,
        direct: traits.direct,
        liningKJK: traits.liningKJK * liningFactor ** z[1]!,
        lossWK: enteredW / (hottestC - ROOM_C),
        exchangeWK: enteredW / (drive.celsius * drive.factor ** z[3]!),
        responseS: traits.responseS,
      }
    }
  let furnace = withEnters(traits.enters, traits.entersFactor)
  if (expectedMin && expectedMin.low > 0) {
    // The furnace's own heats say how long it takes from cold: the share that enters is what makes it so.
    const takesS = (enters: number) =>
      heatCharge({
        charge,
        furnace: withEnters(enters, 1)([0, 0, 0, 0]),
        chargeC: ROOM_C,
        liningC: ROOM_C,
        seconds: LONGEST_S,
        stepS: STEP_S,
        untilC: targetC,
      }).reachedS ?? LONGEST_S
    let [low, high] = [0.01, 0.97]
    for (let halving = 0; halving < 18; halving++) {
      const middle = Math.sqrt(low * high)
      if (takesS(middle) > expectedMin.mid * 60) low = middle
      else high = middle
    }
    const spread = Math.log(expectedMin.high / expectedMin.low) / EXPECTED_SD
    furnace = withEnters(Math.sqrt(low * high), Math.exp(Math.max(0.05, spread)))
  }
  return {
    furnace,
    liningC: (z) =>
      cold ? startC : Math.max(startC, startC + liningAheadC.celsius + liningAheadC.spread * z[4]!),
  }
}

/**
 * When a charge will be as hot as asked, from the readings so far: the figures of the furnace are drawn together with
 * them, and the rest of the way is run with what they may be.
 * @returns null as `reachesS` where in most ways it never gets there
 * @throws RangeError for no metal
 * @source heatCharge; figures by Gauss–Newton with normal priors, spread by draws from Laplace's approximation; priors in
 *   data/furnace-model.json are engineering estimates
 * @example forecastHeat({ pot: { composition: { Al: 100 }, metalG: 1000, crucibleG: 900, solidusC: 655, liquidusC: 660 }, fuel: 'propane', powerKw: 20, readings: [], nowS: 0, targetC: 740 }).reachesS.mid > 300 // true
 */
export function forecastHeat(ask: ForecastAsk): Forecast {
  const { pot, targetC, nowS, seed = 1 } = ask
  const charge = chargeHeat(pot)
  const readings = thinned(ask.readings)
  const guess = guessOf({ ...ask, readings }, ask.later ? chargeHeat(ask.later.pot) : charge)
  const [first] = readings
  const startS = first?.atS ?? nowS
  const startC = first?.celsius ?? ROOM_C
  /** Fire and lid from a moment of the run on. */
  const fromHere = settings(ask, startS)
  const run = (z: ArrayLike<number>, seconds: number, untilC?: number) =>
    heatCharge({
      charge,
      furnace: guess.furnace(z),
      chargeC: startC,
      liningC: guess.liningC(z),
      seconds,
      stepS: STEP_S,
      ...fromHere(0),
      ...(untilC === undefined ? {} : { untilC }),
    })
  const later = readings.slice(1)
  const lastS = (later.at(-1)?.atS ?? startS) - startS
  const offs = (z: ArrayLike<number>): number[] => {
    const { chargeC } = run(z, lastS + STEP_S)
    return later.map(
      ({ atS, celsius }) => (celsius - along(chargeC, atS - startS)) / FURNACE_MODEL.readingC.value,
    )
  }
  const whole = ask.later ? chargeHeat(ask.later.pot) : null
  /** With all that is still to go in, as soon as the pot bears it: not before now. */
  const staged = (
    z: ArrayLike<number>,
    fromS: number,
  ): { reachedS: number | null; chargeC: Float64Array } => {
    if (!whole || !ask.later) return run(z, LONGEST_S, targetC)
    const bearsS = run(z, LONGEST_S, ask.later.atC).reachedS
    if (bearsS === null) return { ...run(z, LONGEST_S), reachedS: null }
    const addedS = Math.ceil(Math.max(bearsS, fromS) / STEP_S) * STEP_S
    const before = run(z, addedS)
    const after = heatCharge({
      charge: whole,
      furnace: guess.furnace(z),
      chargeC: whole.temperature(charge.at(before.chargeC.at(-1)!)),
      liningC: before.liningC,
      seconds: LONGEST_S - addedS,
      stepS: STEP_S,
      ...fromHere(addedS),
      untilC: targetC,
    })
    const chargeC = Float64Array.from([...before.chargeC.subarray(0, -1), ...after.chargeC])
    return { chargeC, reachedS: after.reachedS === null ? null : addedS + after.reachedS }
  }
  const { top, lower } = climbed(offs, later.length)
  const random = seededRandom(seed)
  const reached: number[] = []
  const molten: number[] = []
  const paths: Float64Array[] = []
  const aheadS = Math.max(nowS - startS, lastS)
  for (let draw = 0; draw < DRAWS; draw++) {
    const unit = Array.from({ length: FIGURES }, () => random.normal())
    const z = top.map((value, row) =>
      unit.reduce(
        (sum, one, column) => sum + (column <= row ? nth(nth(lower, row), column) * one : 0),
        value,
      ),
    )
    const { reachedS, chargeC } = staged(z, aheadS)
    reached.push(reachedS === null ? Infinity : startS + reachedS)
    molten.push(startS + crossing(chargeC, pot.liquidusC))
    paths.push(chargeC)
  }
  reached.sort((one, other) => one - other)
  const odds = reached.filter(Number.isFinite).length / DRAWS
  molten.sort((one, other) => one - other)
  const isMolten = (later.at(-1)?.celsius ?? startC) >= pot.liquidusC
  const residuals = later.length >= 2 ? offs(top) : []
  return {
    reachesS: spanOf(reached),
    moltenS: isMolten ? null : spanOf(molten),
    odds,
    ahead: aheadOf(paths, startS, aheadS, targetC),
    furnace: guess.furnace(top),
    offC:
      residuals.length < 2
        ? null
        : FURNACE_MODEL.readingC.value *
          Math.sqrt(residuals.reduce((sum, one) => sum + one * one, 0) / residuals.length),
  }
}

/** What was set before a run begins still holds as it begins. */
function settings(
  { fire = [], lid }: ForecastAsk,
  startS: number,
): (fromS: number) => Pick<HeatingAsk, 'power' | 'given' | 'lid'> {
  const given = (atS: number) => fire.findLast((one) => one.atS <= atS)?.power ?? 1
  return (fromS) => {
    const at = startS + fromS
    return {
      ...(fire.length > 0
        ? { power: fire.map(({ atS, power }) => ({ fromS: atS - at, power })), given: given(at) }
        : {}),
      ...(lid && lid.changes.length > 0
        ? {
            lid: {
              mouthCm2: lid.mouthCm2,
              stretches: lid.changes.map(({ atS, off }) => ({ fromS: atS - at, off })),
            },
          }
        : {}),
    }
  }
}

/** @param sorted moments, infinite where it never is */
function spanOf(sorted: readonly number[]): ForecastSpan | null {
  const at = (share: number) => nth(sorted, Math.min(DRAWS - 1, Math.floor(share * DRAWS)))
  if (!Number.isFinite(at(0.5))) return null
  return { low: at(0.05), mid: at(0.5), high: Number.isFinite(at(0.95)) ? at(0.95) : null }
}

/**
 * When the way ahead passes a temperature.
 * @param ahead of a forecast
 * @returns s on its clock; null where its middle does not pass it
 * @example passesAt([{ atS: 0, low: 700, mid: 800, high: 900 }, { atS: 60, low: 800, mid: 900, high: 1000 }], 850) // { low: 0, mid: 30, high: null }
 */
export function passesAt(ahead: Forecast['ahead'], celsius: number): ForecastSpan | null {
  const along = (of: 'low' | 'mid' | 'high'): number | null => {
    const at = ahead.findIndex((point) => point[of] >= celsius)
    const here = ahead[at]
    const before = ahead[at - 1]
    if (!here) return null
    if (!before) return here.atS
    return before.atS + ((celsius - before[of]) / (here[of] - before[of])) * (here.atS - before.atS)
  }
  const mid = along('mid')
  return mid === null ? null : { low: along('high') ?? mid, mid, high: along('low') }
}

/** Temperature of a run at a moment. */
function along(chargeC: Float64Array, seconds: number): number {
  const place = Math.min(chargeC.length - 1, Math.max(0, seconds / STEP_S))
  const below = Math.floor(place)
  const after = chargeC[Math.min(chargeC.length - 1, below + 1)]!
  return chargeC[below]! + (place - below) * (after - chargeC[below]!)
}

/** When a run passes a temperature, s; infinite where it does not. */
function crossing(chargeC: Float64Array, celsius: number): number {
  const at = chargeC.findIndex((here) => here >= celsius)
  return at < 0 ? Infinity : at * STEP_S
}

/** The likeliest figures and the lower triangle of their covariance. */
function climbed(
  offs: (z: ArrayLike<number>) => number[],
  count: number,
): { top: number[]; lower: number[][] } {
  let z: number[] = Array.from({ length: FIGURES }, () => 0)
  const height = (at: readonly number[], off: readonly number[]) =>
    [...at, ...off].reduce((sum, one) => sum + one * one, 0)
  let hessian = Matrix.eye(FIGURES)
  if (count > 0) {
    let off = offs(z)
    let damping = 1e-2
    for (let round = 0; round < ROUNDS; round++) {
      const jacobian = Matrix.zeros(count, FIGURES)
      for (let figure = 0; figure < FIGURES; figure++) {
        const moved = offs(z.map((one, at) => (at === figure ? one + 0.02 : one)))
        moved.forEach((one, row) => jacobian.set(row, figure, (one - nth(off, row)) / 0.02))
      }
      hessian = jacobian.transpose().mmul(jacobian).add(Matrix.eye(FIGURES))
      const slope = jacobian.transpose().mmul(Matrix.columnVector(off)).add(Matrix.columnVector(z))
      let better = false
      let moved = 0
      for (let tries = 0; tries < 8 && !better; tries++) {
        const damped = Matrix.add(hessian, Matrix.eye(FIGURES).mul(damping))
        const step = new CholeskyDecomposition(symmetric(damped)).solve(slope)
        const next = z.map((one, at) => Math.max(-4, Math.min(4, one - step.get(at, 0))))
        const nextOff = offs(next)
        if (height(next, nextOff) <= height(z, off)) {
          moved = Math.sqrt(step.dot(step))
          ;[z, off, better] = [next, nextOff, true]
          damping /= 5
        } else damping *= 5
      }
      if (!better || moved < 1e-3) break
    }
  }
  const covariance = new CholeskyDecomposition(symmetric(hessian)).solve(Matrix.eye(FIGURES))
  const { lowerTriangularMatrix } = new CholeskyDecomposition(symmetric(covariance))
  return { top: z, lower: lowerTriangularMatrix.to2DArray() }
}

const symmetric = (matrix: Matrix) => Matrix.add(matrix, matrix.transpose()).div(2)

function thinned(readings: ForecastAsk['readings']): { atS: number; celsius: number }[] {
  const sorted = [...readings].sort((one, other) => one.atS - other.atS)
  if (sorted.length <= MOST_READINGS) return sorted
  return Array.from({ length: MOST_READINGS }, (_, at) =>
    nth(sorted, Math.round((at * (sorted.length - 1)) / (MOST_READINGS - 1))),
  )
}

/** The way ahead as a band: what each minute may bring. A run that is there stays there. */
function aheadOf(
  paths: readonly Float64Array[],
  startS: number,
  fromS: number,
  targetC: number,
): Forecast['ahead'] {
  const points: Forecast['ahead'] = []
  for (let at = 0; at < AHEAD_POINTS; at++) {
    const seconds = fromS + at * AHEAD_EVERY_S
    const here = paths
      .map((path) => Math.min(targetC, along(path, seconds)))
      .sort((one, other) => one - other)
    const of = (share: number) => nth(here, Math.min(here.length - 1, Math.floor(share * here.length)))
    points.push({ atS: startS + seconds, low: of(0.05), mid: of(0.5), high: of(0.95) })
    if (of(0.05) >= targetC) break
  }
  return points
}
