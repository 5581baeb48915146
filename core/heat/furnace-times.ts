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

/** When a step was done, minutes on the clock of the world; null where it was skipped or not reached. */
export function stepDoneMin({ done }: Pick<Heat, 'done'>, id: string): number | null {
  const step = done[id]
  return step && !step.skipped ? Date.parse(step.at) / MINUTE_MS : null
}
