import type { Scale } from './schema'

/**
 * The scale to weigh a mass on: the finest that bears it.
 * @returns null where none does
 * @example scaleFor([kitchen, pocket], 30)?.name // 'Pocket scale'
 */
export function scaleFor<S extends Pick<Scale, 'stepG' | 'capacityG'>>(
  scales: readonly S[],
  massG: number,
): S | null {
  const bearing = scales.filter(({ capacityG }) => capacityG >= massG)
  return bearing.sort((a, b) => a.stepG - b.stepG)[0] ?? null
}
