import type { MeltC } from './pot'
import type { RunStep } from './run-step'

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
 * @example holdOf({ hold: 'cool-enough', meltC: { fromC: 1030, toC: 1080 } }, { celsius: 1100, mouldLookedAt: false }) // 'wait'
 */
export function holdOf(
  { hold, window, ...step }: Pick<RunStep, 'hold' | 'meltC' | 'portions' | 'window'>,
  { celsius, mouldLookedAt }: Known,
): HoldState | null {
  if (!hold) return null
  if (hold === 'mould-dry') return mouldLookedAt ? 'met' : 'look'
  if (celsius === null) return 'look'
  const held = heldAt(step)
  if (hold === 'cool-enough' && held) return celsius >= held.fromC && celsius <= held.toC ? 'met' : 'wait'
  if (hold === 'in-window' && window) return celsius >= window.fromC && celsius <= window.toC ? 'met' : 'wait'
  return 'look'
}

/** What the melt is held between as an addition begins; null where none is known. */
export function heldAt({ meltC, portions }: Pick<RunStep, 'meltC' | 'portions'>): MeltC | null {
  return portions?.[0] ?? meltC ?? null
}
