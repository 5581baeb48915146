import { nth } from '#core/lists'
import type { TracePoint } from './zinc-loss'

/** A time through which cooling metal stood still: it was freezing. */
export interface Plateau {
  celsius: number
  fromMin: number
  toMin: number
}

/** Readings within this of each other stand still, °C. */
const BAND_C = 2.5
/** Shorter is chance, min. */
const LEAST_MIN = 1
/** It must have come down by this before, or still come down after, °C. */
const FALL_C = 6
const LEAST_POINTS = 4

/**
 * The longest stand-still of a cooling trace.
 * @param trace in order of time
 * @returns null where it never stood still while cooling
 * @source common practice: hold through the freezing plateau; band and times are estimates
 */
export function findPlateau(trace: readonly TracePoint[]): Plateau | null {
  let best: Plateau | null = null
  for (let first = 0; first < trace.length; first++) {
    let low = Infinity
    let high = -Infinity
    let last = first
    for (let at = first; at < trace.length; at++) {
      low = Math.min(low, nth(trace, at).celsius)
      high = Math.max(high, nth(trace, at).celsius)
      if (high - low > BAND_C) break
      last = at
    }
    const minutes = nth(trace, last).atMin - nth(trace, first).atMin
    if (last - first + 1 < LEAST_POINTS || minutes < LEAST_MIN) continue
    const level =
      trace.slice(first, last + 1).reduce((sum, { celsius }) => sum + celsius, 0) / (last - first + 1)
    const cameDown = trace.slice(0, first).some(({ celsius }) => celsius > level + FALL_C)
    const goesUp = trace.slice(last + 1).some(({ celsius }) => celsius > level + FALL_C)
    if (cameDown && !goesUp && (!best || minutes > best.toMin - best.fromMin))
      best = { celsius: level, fromMin: nth(trace, first).atMin, toMin: nth(trace, last).atMin }
  }
  return best
}
