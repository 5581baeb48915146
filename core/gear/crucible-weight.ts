import type { Crucible } from './schema'

/** Weight of an empty clay-graphite crucible for each of its number, g. Common practice, no source. */
const G_PER_NUMBER = 500

/**
 * Returns the weight of an empty crucible: as last weighed, else by its size.
 * @returns g
 * @source data: clay-graphite about 0.5 kg for each number (common practice, no source)
 * @example crucibleWeight({ number: 10, checks: [] }) // 5000
 */
export function crucibleWeight({ number, checks }: Pick<Crucible, 'number' | 'checks'>): number {
  return checks.findLast(({ massG }) => massG !== null)?.massG ?? G_PER_NUMBER * number
}
