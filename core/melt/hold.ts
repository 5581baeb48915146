import type { RunStep } from './run-sheet'

/** How a hold stands: met, to be waited for, or for the caster's own eyes. */
export type HoldState = 'met' | 'wait' | 'look'

/** What is known of the melt now. */
interface Known {
  /** newest temperature, corrected, °C; null where none was taken */
  celsius: number | null
  mouldLookedAt: boolean
}

/**
 * Whether a step's hold is met by what the log knows.
 * @returns null where the step has no hold
 * @example holdOf({ hold: 'cool-enough', belowC: 1059 }, { celsius: 1100, mouldLookedAt: false }) // 'wait'
 */
export function holdOf(
  { hold, belowC, window }: Pick<RunStep, 'hold' | 'belowC' | 'window'>,
  { celsius, mouldLookedAt }: Known,
): HoldState | null {
  if (!hold) return null
  if (hold === 'mould-dry') return mouldLookedAt ? 'met' : 'look'
  if (celsius === null) return 'look'
  if (hold === 'cool-enough' && belowC !== undefined) return celsius <= belowC ? 'met' : 'wait'
  if (hold === 'in-window' && window) return celsius >= window.fromC && celsius <= window.toC ? 'met' : 'wait'
  return 'look'
}
