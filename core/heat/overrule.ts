import type { Alloy } from '#core/alloys'
import type { LimitChange } from '#core/charge'
import type { Heat, Overruled } from './schema'

/**
 * Moves limits of a heat's alloy, and keeps what they were, so that an overruled figure stays marked.
 * @returns what changes of the heat; nothing where it has no alloy
 */
export function overruleLimits(
  heat: Pick<Heat, 'alloy' | 'overruled'>,
  changes: readonly LimitChange[],
): Pick<Heat, 'alloy' | 'overruled'> {
  if (!heat.alloy) return { alloy: null, overruled: [] }
  const limits = structuredClone(heat.alloy.limits)
  const overruled: Overruled[] = [...(heat.overruled ?? [])]
  for (const { element, bound, to } of changes) {
    const was = limits[element]?.[bound] ?? null
    if (!overruled.some((entry) => entry.element === element && entry.bound === bound))
      overruled.push({ element, bound, was })
    limits[element] = { ...limits[element], [bound]: to }
  }
  return { alloy: { ...heat.alloy, limits }, overruled }
}

/** Puts every moved limit back to what the alloy says. */
export function restoreLimits(heat: Pick<Heat, 'alloy' | 'overruled'>): Pick<Heat, 'alloy' | 'overruled'> {
  if (!heat.alloy) return { alloy: null, overruled: [] }
  const limits: Alloy['limits'] = {}
  for (const [element, limit] of Object.entries(heat.alloy.limits)) {
    const before = new Map(
      (heat.overruled ?? [])
        .filter((entry) => entry.element === element)
        .map(({ bound, was }) => [bound, was]),
    )
    const side = (bound: 'min' | 'max') => {
      const value = before.has(bound) ? (before.get(bound) ?? undefined) : limit[bound]
      return value === undefined ? {} : { [bound]: value }
    }
    const restored = { ...side('min'), ...side('max') }
    if (Object.keys(restored).length > 0) limits[element] = restored
  }
  return { alloy: { ...heat.alloy, limits }, overruled: [] }
}
