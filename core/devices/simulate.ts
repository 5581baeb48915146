import type { Composition } from '#core/composition'
import { methodSpread } from '#core/assay'
import { readScale } from '#core/gear'
import { fromCelsius, GRAMS_PER } from '#core/units'
import type { DeviceFault } from './faults'

/** Handed to a pretended instrument: seconds since it was switched on, what is wrong with it, chance. */
interface Running {
  seconds: number
  faults: readonly DeviceFault[]
  /** numbers from 0 up to 1 */
  random: () => number
}

export interface ProbeSetting {
  fromC: number
  /** where the melt ends up, °C */
  toC: number
  /** seconds in which two thirds of the way are gone */
  tauS: number
  /** cooling metal begins to freeze here, °C, over so many degrees; none where left out or 0 */
  freezesC?: number
  overC?: number
}

export interface ScaleSetting {
  loadG: number
  tareG: number
}

export interface AnalyserSetting {
  /** what is truly in it, wt% */
  composition: Composition
}

/** Degrees that the heat of freezing would warm the liquid by: bronzes and aluminium are alike in that. Estimate. */
const HEAT_OF_FREEZING_C = 350
const QUIET_C = 0.6
const NOISY_C = 12
const DRIFT_C_PER_S = 0.5
/** Of every cycle so long, s, the instrument is gone for so much of it. */
const DROPOUT = { everyS: 20, goneS: 8 }
const SCALE = { stepG: 0.1, capacityG: 10_000 }
/** What a borrowed gun cannot see, wt%. */
const DETECTION_PCT = 0.02

/** A bell-shaped number of spread one, from the mean of chance. */
const bell = (random: () => number) =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

const gone = ({ faults, seconds }: Running) =>
  faults.includes('dropout') && seconds % DROPOUT.everyS >= DROPOUT.everyS - DROPOUT.goneS

/**
 * The line a pretended thermocouple sends: a melt coming to heat, with the faults asked for.
 * @returns a line of the protocol of `parseLine`
 * @source engineering model: first-order rise; faults are the usual ones of a cheap probe
 */
export function simulateThermocouple(setting: ProbeSetting, running: Running): string {
  if (gone(running)) return 'T open'
  const { seconds, faults, random } = running
  const rise = freezing(setting, seconds)
  const drift = faults.includes('drift') ? -DRIFT_C_PER_S * seconds : 0
  const celsius = rise + drift + bell(random) * (faults.includes('noise') ? NOISY_C : QUIET_C)
  // The wrong unit: degrees Fahrenheit, marked as Celsius, now and then.
  const wrong = faults.includes('units') && seconds % 10 >= 5
  return `T ${(wrong ? fromCelsius(celsius, 'F') : celsius).toFixed(1)} C`
}

/**
 * Metal on its way from one temperature to another; on the way down it freezes, and its heat of freezing holds it back.
 */
function freezing({ fromC, toC, tauS, freezesC = 0, overC = 0 }: ProbeSetting, seconds: number): number {
  const free = toC + (fromC - toC) * Math.exp(-seconds / tauS)
  if (!(freezesC > toC && freezesC < fromC)) return free
  const beganS = tauS * Math.log((fromC - toC) / (freezesC - toC))
  if (seconds <= beganS) return free
  const endsC = Math.max(freezesC - overC, toC + 1)
  // Over a range it cools so much slower; at one temperature it stands.
  const slower = overC > 0 ? 1 + HEAT_OF_FREEZING_C / (freezesC - endsC) : Infinity
  const lastsS =
    overC > 0
      ? slower * tauS * Math.log((freezesC - toC) / (endsC - toC))
      : (HEAT_OF_FREEZING_C * tauS) / (freezesC - toC)
  const since = seconds - beganS
  if (since < lastsS) return toC + (freezesC - toC) * Math.exp(-since / (slower * tauS))
  return toC + (endsC - toC) * Math.exp(-(since - lastsS) / tauS)
}

/**
 * The line a pretended scale sends.
 * @source engineering model; its wrong unit is ounces marked as grams
 */
export function simulateScale({ loadG, tareG }: ScaleSetting, running: Running): string {
  if (gone(running)) return 'M over'
  const { faults, seconds, random } = running
  const drift = faults.includes('drift') ? 0.05 * seconds : 0
  const noiseG = faults.includes('noise') ? 2 : 0.02
  const read = readScale(loadG + drift, tareG, { ...SCALE, noiseG }, random)
  if (read === 'overload') return 'M over'
  const shown = faults.includes('units') ? read.massG / GRAMS_PER.oz : read.massG
  return `M ${shown.toFixed(1)} g ${read.stable && !faults.includes('noise') ? 'S' : 'U'}`
}

/**
 * The line a pretended X-ray gun sends: what is there within the method's spread, `<` below what it sees.
 * @source spreads of handheld X-ray fluorescence, in #core/assay
 */
export function simulateAnalyser({ composition }: AnalyserSetting, running: Running): string {
  const { faults, random } = running
  if (gone(running)) return 'X open'
  const parts = Object.entries(composition)
    .filter(([, pct]) => pct > 0)
    .map(([symbol, pct]) => {
      const sd = methodSpread('xrf', pct) * (faults.includes('noise') ? 5 : 1)
      const bias = faults.includes('drift') ? 1.1 : 1
      const seen = (pct * bias + sd * bell(random)) / (faults.includes('units') ? 100 : 1)
      return seen < DETECTION_PCT
        ? `${symbol}<${DETECTION_PCT}`
        : `${symbol}=${Math.min(100, seen).toFixed(3)}~${sd.toFixed(3)}`
    })
  return ['X', ...parts].join(' ')
}
