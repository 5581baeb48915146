import table from '#data/magnesium-loss.json'
import { temperatureAt, type TracePoint } from './zinc-loss'

const STEP_MIN = 0.5
export const MAGNESIUM_SOURCE = `${table.hold.source}. ${table.atOnce.source}`

/**
 * Magnesium still in an aluminium melt: a share burns as it goes in, the rest fades while it is held.
 * @param beganPct wt% charged
 * @param trace temperatures in order of time, minutes and °C
 * @returns wt% left, with the band of the doubt
 * @throws RangeError for an empty trace
 * @source estimate, in data/magnesium-loss.json
 * @example magnesiumLeft(0.4, [{ atMin: 0, celsius: 740 }], 0, 20).leftPct.toFixed(2) // '0.36'
 */
export function magnesiumLeft(
  beganPct: number,
  trace: readonly TracePoint[],
  fromMin: number,
  toMin: number,
): { leftPct: number; fromPct: number; toPct: number } {
  if (trace.length === 0) throw new RangeError('no temperature')
  const { halfLifeMin, atC, doublesPerC } = table.hold
  let halvings = 0
  for (let at = fromMin; at < toMin - 1e-9; at += STEP_MIN) {
    const step = Math.min(STEP_MIN, toMin - at)
    const faster = 2 ** ((temperatureAt(trace, at + step / 2) - atC) / doublesPerC)
    halvings += (step / halfLifeMin) * faster
  }
  const left = (doubt: number) =>
    beganPct * (1 - Math.min(1, table.atOnce.share * doubt)) * 2 ** (-halvings * doubt)
  const { factor } = table.doubt
  return { leftPct: left(1), fromPct: left(factor), toPct: left(1 / factor) }
}
