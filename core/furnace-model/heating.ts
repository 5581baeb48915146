import type { ChargeHeat } from './charge-heat'
import { bareMelt, radiated } from './open-air'
import { FURNACE_MODEL } from './table'

/** A furnace as two nodes see it. */
export interface FurnaceTraits {
  /** heat put in at full power, kW, and the share of it that enters and stays */
  powerKw: number
  enters: number
  /** of what enters, what reaches the charge without the lining */
  direct: number
  /** heat capacity of the lining, kJ/K */
  liningKJK: number
  /** out through wall, lid and mouth, W/K of the lining above the room */
  lossWK: number
  /** from lining to charge at 1200 K, W/K; it grows as radiation does */
  exchangeWK: number
  /** time in which a change of power is two thirds there, s */
  responseS: number
}

/** A stretch of time with one setting of the burner or plate, 0 to 1. */
export interface PowerStretch {
  fromS: number
  power: number
}

/** A stretch of time with the lid off, or on again. */
export interface LidStretch {
  fromS: number
  off: boolean
}

export interface HeatingAsk {
  charge: ChargeHeat
  furnace: FurnaceTraits
  chargeC: number
  liningC: number
  seconds: number
  stepS?: number
  /** full power throughout where left out, and before the first */
  power?: readonly PowerStretch[]
  /** how far the fire is up at the beginning, 0 to 1: all the way where no setting is told, else not yet */
  given?: number
  /** when the lid was off, and the open surface of the melt, cm²: it is on where left out */
  lid?: { mouthCm2: number; stretches: readonly LidStretch[] }
  /** ends as soon as the charge is so hot */
  untilC?: number
}

export interface Heating {
  stepS: number
  /** °C of the charge at each step, from the beginning on */
  chargeC: Float64Array
  liningC: number
  /** what was put into the chamber, what it ended in, kJ */
  account: { entered: number; inCharge: number; inLining: number; lost: number }
  /** s until it was as hot as asked; null where it never was */
  reachedS: number | null
}

const STEP_S = 2
const ROOM_C = 25
const ZERO_C_K = 273.15
/** Of the exchange between lining and charge, what does not grow with temperature. Engineering estimate. */
const PLAIN = 0.2
const HOT_K = 1200

/**
 * A charge on its way to heat: what enters warms lining and charge, the lining passes on and loses.
 * @param ask temperatures in °C, times in s
 * @returns the charge's temperature step by step, and where the heat went
 * @source two lumped nodes (textbook heat transfer; from memory), explicit steps
 * @example heatCharge({ charge: chargeHeat({ composition: { Cu: 100 }, metalG: 1000, crucibleG: 0, solidusC: 1083, liquidusC: 1085 }), furnace: { powerKw: 0, enters: 0.1, direct: 0, liningKJK: 8, lossWK: 2, exchangeWK: 9, responseS: 10 }, chargeC: 25, liningC: 25, seconds: 10 }).chargeC[5].toFixed(3) // '25.000'
 */
export function heatCharge({
  charge,
  furnace,
  chargeC,
  liningC,
  seconds,
  stepS = STEP_S,
  power = [],
  given = power.length === 0 ? 1 : 0,
  lid,
  untilC = Infinity,
}: HeatingAsk): Heating {
  const steps = Math.ceil(seconds / stepS)
  const trace = new Float64Array(steps + 1)
  const fire: Fire = {
    heatKJ: charge.at(chargeC),
    liningC,
    given,
    enteredKJ: 0,
    lostKJ: 0,
  }
  const beganKJ = fire.heatKJ
  let celsius = chargeC
  trace[0] = celsius
  let done = 0
  let reachedS: number | null = celsius >= untilC ? 0 : null
  for (let step = 0; step < steps && reachedS === null; step++) {
    const atS = step * stepS
    const openCm2 = lid && isOff(lid.stretches, atS) ? lid.mouthCm2 : 0
    burn(fire, furnace, celsius, settingAt(power, atS), stepS, openCm2)
    const before = celsius
    celsius = charge.temperature(fire.heatKJ)
    done = step + 1
    trace[done] = celsius
    if (celsius >= untilC) reachedS = (step + (untilC - before) / Math.max(1e-9, celsius - before)) * stepS
  }
  const account = {
    entered: fire.enteredKJ,
    inCharge: fire.heatKJ - beganKJ,
    inLining: furnace.liningKJK * (fire.liningC - liningC),
    lost: fire.lostKJ,
  }
  return { stepS, chargeC: trace.subarray(0, done + 1), liningC: fire.liningC, account, reachedS }
}

/** A furnace at work. */
export interface Fire {
  /** in the charge and its crucible, kJ */
  heatKJ: number
  liningC: number
  /** how far the fire is up, 0 to 1 */
  given: number
  enteredKJ: number
  lostKJ: number
}

/**
 * One step of a furnace: changes what is told of it.
 * @param celsius of the charge
 * @param wanted setting of burner or plate, 0 to 1
 * @param stepS length of the step
 * @param openCm2 open surface of the melt while the lid is off, else 0
 * @source as heatCharge; through an open mouth both radiate, by radiated() and data/furnace-model.json
 * @example burn({ heatKJ: 0, liningC: 25, given: 0, enteredKJ: 0, lostKJ: 0 }, { powerKw: 0, enters: 0.1, direct: 0, liningKJK: 8, lossWK: 2, exchangeWK: 9, responseS: 10 }, 25, 1, 1) ?? 'burnt' // 'burnt'
 */
export function burn(
  fire: Fire,
  furnace: FurnaceTraits,
  celsius: number,
  wanted: number,
  stepS: number,
  openCm2 = 0,
): void {
  const { powerKw, enters, direct, liningKJK, lossWK, exchangeWK, responseS } = furnace
  fire.given += (wanted - fire.given) * Math.min(1, stepS / responseS)
  const enteredKW = powerKw * enters * fire.given
  const hot = ((fire.liningC + celsius) / 2 + ZERO_C_K) / HOT_K
  const passedKW = (exchangeWK / 1000) * (PLAIN + (1 - PLAIN) * hot * hot * hot) * (fire.liningC - celsius)
  const lostKW = (lossWK / 1000) * (fire.liningC - ROOM_C)
  const open = throughMouth(celsius, fire.liningC, openCm2)
  fire.heatKJ += (direct * enteredKW + passedKW - open.meltKW) * stepS
  fire.liningC += (((1 - direct) * enteredKW - passedKW - lostKW - open.liningKW) * stepS) / liningKJK
  fire.enteredKJ += enteredKW * stepS
  fire.lostKJ += (lostKW + open.meltKW + open.liningKW) * stepS
}

/** What melt and chamber radiate through an open mouth more than through one with its lid on. */
function throughMouth(
  celsius: number,
  liningC: number,
  openCm2: number,
): { meltKW: number; liningKW: number } {
  if (openCm2 === 0) return { meltKW: 0, liningKW: 0 }
  const { mouth } = FURNACE_MODEL
  return {
    meltKW: (bareMelt(celsius, openCm2) * (1 - mouth.lidLets)) / 1000,
    liningKW: (radiated(liningC) * mouth.chamberPerMouth * openCm2) / 1000,
  }
}

function settingAt(power: readonly PowerStretch[], atS: number): number {
  return power.findLast(({ fromS }) => fromS <= atS)?.power ?? 1
}

function isOff(lid: readonly LidStretch[], atS: number): boolean {
  return lid.findLast(({ fromS }) => fromS <= atS)?.off ?? false
}
