import { nth } from '#core/lists'
import type { Composition } from '#core/composition'
import { ZINC_TABLE as table, type CoverId } from './zinc-table'
import { brimOfNumber } from './crucible'
import { zincPressure } from './zinc-pressure'

export type { CoverId } from './zinc-table'
export const COVERS = table.covers
export const ZINC_LOSS_SOURCE = `${table.reference.source}. ${table.coverSource}`

/** Temperature at a moment of the melt, minutes from its beginning. */
export interface TracePoint {
  atMin: number
  celsius: number
}

export interface ZincAsk {
  /** melt at the beginning, g */
  meltG: number
  /** wt% at the beginning */
  composition: Composition
  /** open surface of the melt, cm² */
  surfaceCm2: number
  cover: CoverId
  /** in order of time; held level before the first and after the last */
  trace: readonly TracePoint[]
  fromMin: number
  toMin: number
  /** rate, g/(cm²·min·atm); the one to begin with where none was learned */
  rate?: number
}

const STEP_MIN = 0.25

/**
 * Open surface of the melt in a crucible, from its brim volume.
 * @returns cm²
 * @source a cylinder a quarter taller than wide; estimate
 * @example meltSurface(1000).toFixed(0) // '80'
 */
export function meltSurface(brimCm3: number): number {
  const bore = Math.cbrt(brimCm3 / ((Math.PI / 4) * table.crucibleHeightOverBore.value))
  return (Math.PI / 4) * bore ** 2
}

/** The rate to begin with, from the reference case, g/(cm²·min·atm). */
export function startingRate(): number {
  const { zincPct, celsius, crucibleNo, meltG, minutes, lostShare } = table.reference
  const lostG = (lostShare * meltG * zincPct) / 100
  const pressure = zincPressure({ Cu: 100 - zincPct, Zn: zincPct }, celsius)
  return lostG / minutes / meltSurface(brimOfNumber(crucibleNo)) / pressure
}

/**
 * Temperature on the trace at a moment, °C.
 * @example temperatureAt([{ atMin: 0, celsius: 1000 }, { atMin: 10, celsius: 1100 }], 5) // 1050
 */
export function temperatureAt(trace: readonly TracePoint[], atMin: number): number {
  const after = trace.findIndex((point) => point.atMin >= atMin)
  if (after < 0) return trace.at(-1)!.celsius
  if (after === 0) return nth(trace, 0).celsius
  const [a, b] = [nth(trace, after - 1), nth(trace, after)]
  return a.celsius + ((b.celsius - a.celsius) * (atMin - a.atMin)) / (b.atMin - a.atMin || 1)
}

/**
 * Zinc that leaves a copper melt as fume: dm/dt = −k·A·p(T, x)·c, the melt growing poorer as it goes.
 * @returns g lost and the wt% left
 * @throws RangeError for an empty trace
 * @source model and start values: estimate, in data/zinc-loss.json; pressure from there too
 */
export function zincLoss({ meltG, composition, surfaceCm2, cover, trace, fromMin, toMin, rate }: ZincAsk): {
  lostG: number
  leftPct: number
} {
  if (trace.length === 0) throw new RangeError('no temperature')
  const factor = COVERS.find(({ id }) => id === cover)!.factor
  const k = rate ?? startingRate()
  const otherG = meltG * (1 - (composition.Zn ?? 0) / 100)
  let zincG = meltG - otherG
  const beganG = zincG
  for (let at = fromMin; at < toMin - 1e-9; at += STEP_MIN) {
    const step = Math.min(STEP_MIN, toMin - at)
    const share = (100 * zincG) / (zincG + otherG)
    const now = { ...scaled(composition, share), Zn: share }
    const celsius = temperatureAt(trace, at + step / 2)
    zincG = Math.max(0, zincG - k * surfaceCm2 * zincPressure(now, celsius) * factor * step)
  }
  return { lostG: beganG - zincG, leftPct: (100 * zincG) / (zincG + otherG) }
}

/** The others of a composition when zinc has another share. */
function scaled(composition: Composition, zincPct: number): Composition {
  const before = 100 - (composition.Zn ?? 0)
  const scale = before > 0 ? (100 - zincPct) / before : 0
  return Object.fromEntries(Object.entries(composition).map(([symbol, pct]) => [symbol, pct * scale]))
}

/** How many times less or more the rate may be. */
export const ZINC_DOUBT = table.doubt.factor
