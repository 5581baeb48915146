import type { Heat } from './schema'

/** A step's timer that runs on this device. */
export interface StepTimer {
  heatId: string
  heat: number
  step: string
  title: string
  /** when it was started; another start is another timer */
  startedAt: string
  dueMs: number
}

/** A timer found later than this after it was due is not rung any more, ms. */
const LATEST_MS = 12 * 3_600_000

/**
 * Returns the timers that are still wanted: of heats that are open, whose step is not done, and that were not started
 * again since.
 * @example liveTimers([{ heatId: 'a', step: 'degas', startedAt: '2026-01-01T00:00:00Z', dueMs: 5 }], {}, 0).length // 0
 */
export const liveTimers = (
  timers: readonly StepTimer[],
  heats: Readonly<Record<string, Pick<Heat, 'loggedAt' | 'done' | 'clocks'> | undefined>>,
  nowMs: number,
): StepTimer[] =>
  timers.filter(({ heatId, step, startedAt, dueMs }) => {
    const heat = heats[heatId]
    return (
      !!heat &&
      !heat.loggedAt &&
      !heat.done[step] &&
      heat.clocks?.[step] === startedAt &&
      nowMs - dueMs < LATEST_MS
    )
  })
