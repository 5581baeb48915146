import { correctReading, type FixedPointCheck } from '#core/gear'
import type { LogEntry } from './log'
import type { Heat } from './schema'

const MINUTE_MS = 60_000

/**
 * Temperatures of a log in order of time, put right by the checks of the thermocouple that read them.
 * @param startMs the moment the minutes are counted from; the clock of the world where none is told
 */
export function heatTrace(
  log: readonly LogEntry[],
  checks: readonly FixedPointCheck[],
  startMs = 0,
): { at: string; atMin: number; celsius: number }[] {
  return log
    .flatMap(({ at, celsius }) =>
      celsius === null
        ? []
        : [
            {
              at,
              atMin: (Date.parse(at) - startMs) / MINUTE_MS,
              celsius: correctReading(checks, celsius).trueC,
            },
          ],
    )
    .sort((a, b) => a.atMin - b.atMin)
}

/** What was set and opened at the furnace, s from a moment on. */
export interface FurnaceSettings {
  fire: { atS: number; power: number }[]
  lid: { atS: number; off: boolean }[]
}

/**
 * To what the fire was set, and when the lid came off and on, as a log has it.
 * @param startMs the moment the seconds are counted from
 * @example furnaceSettings([{ kind: 'lid-off', at: '1970-01-01T00:01:00.000Z' }], 0).lid // [{ atS: 60, off: true }]
 */
export function furnaceSettings(log: readonly LogEntry[], startMs: number): FurnaceSettings {
  const inTurn = [...log].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
  const atS = (at: string) => (Date.parse(at) - startMs) / 1000
  return {
    fire: inTurn.flatMap(({ kind, power, at }) =>
      kind === 'fire' && power !== undefined ? [{ atS: atS(at), power }] : [],
    ),
    lid: inTurn.flatMap(({ kind, at }) =>
      kind === 'lid-off' || kind === 'lid-on' ? [{ atS: atS(at), off: kind === 'lid-off' }] : [],
    ),
  }
}

/** When a step was done, minutes on the clock of the world; null where it was skipped or not reached. */
export function stepDoneMin({ done }: Pick<Heat, 'done'>, id: string): number | null {
  const step = done[id]
  return step && !step.skipped ? Date.parse(step.at) / MINUTE_MS : null
}
