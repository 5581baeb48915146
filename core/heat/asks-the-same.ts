import type { Heat } from './schema'

/** Fields of a heat that no plan is computed from. All others count: a field that is added counts until it is named here. */
const NOT_ASKED = new Set<keyof Heat>([
  ...(['updatedAt', 'title', 'plan', 'log', 'clocks', 'done', 'pour', 'assays', 'remarks', 'tests'] as const),
  ...(['seen', 'lookedAt', 'acknowledged', 'inferred', 'lessons', 'burnt', 'cover', 'practices'] as const),
  ...(['thermocoupleId', 'furnaceId', 'reserved', 'liquidusC', 'zone'] as const),
])

/**
 * Whether two states of a heat ask for the same plan: an entry in the log, or a plan that is stored, changes nothing.
 * @example asksTheSame({ remarks: 'a' }, { remarks: 'b' }) // true
 */
export function asksTheSame(one: Heat, other: Heat): boolean {
  const keys = new Set([...Object.keys(one), ...Object.keys(other)] as (keyof Heat)[])
  return [...keys].every((key) => NOT_ASKED.has(key) || one[key] === other[key])
}
