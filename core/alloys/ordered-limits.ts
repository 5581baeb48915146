import type { Limit, Limits } from './schema'

/**
 * An alloy's limits as they read best: the base first, then by how much there may be, from most to least.
 * @example orderedLimits({ Zn: { max: 3 }, Cu: { min: 88 }, P: { max: 0.05 } }).map(([symbol]) => symbol) // ['Cu', 'Zn', 'P']
 */
export function orderedLimits(limits: Limits): [string, Limit][] {
  const most = ({ min, max }: Limit) => (max ?? 100) + (min ?? 0)
  return Object.entries(limits).sort(([, a], [, b]) => most(b) - most(a))
}
