import { combineReadings } from '#core/assay'
import { metalFacts, metalOf, type FamilyMetal } from '#core/families'
import type { Heat } from '#core/heat'
import type { Lot } from '#core/stock'
import { genealogy } from './genealogy'

/** Heats whose metal was melted here so many times. */
export interface Generation {
  generation: number
  heats: Heat[]
  /** mean of the assays, wt% */
  meanPct: Record<string, number>
}

/**
 * Tramp elements against how often the metal was melted here: a heat is one generation on from the oldest of its lots.
 * @source arithmetic: what is never taken out builds up in metal that goes round
 */
export function trampByGeneration(
  metal: FamilyMetal,
  lots: readonly Lot[],
  heats: readonly Heat[],
): Generation[] {
  const { made, byId } = genealogy(lots, heats)
  const known = new Map<string, number>()
  const generationOf = (heat: Heat, depth = 0): number => {
    const before = known.get(heat.id)
    if (before !== undefined) return before
    const earlier = heat.weighed.map(({ lotId }) => byId.get(made.get(lotId) ?? ''))
    const value =
      1 +
      Math.max(
        0,
        ...earlier.map((one) => (one && one.id !== heat.id && depth < 40 ? generationOf(one, depth + 1) : 0)),
      )
    known.set(heat.id, value)
    return value
  }
  const groups = new Map<number, Heat[]>()
  for (const heat of heats) {
    if (!heat.alloy || metalOf(heat.alloy) !== metal || !heat.loggedAt || heat.assays.length === 0) continue
    const generation = generationOf(heat)
    groups.set(generation, [...(groups.get(generation) ?? []), heat])
  }
  return [...groups.entries()]
    .sort(([a], [b]) => a - b)
    .map(([generation, members]) => ({
      generation,
      heats: members,
      meanPct: means(members, metalFacts(metal).tramps),
    }))
}

function means(heats: readonly Heat[], elements: readonly string[]): Record<string, number> {
  const result: Record<string, number> = {}
  for (const element of elements) {
    const values = heats.flatMap(({ assays }) => combineReadings(assays)[element]?.pct ?? [])
    if (values.length > 0) result[element] = values.reduce((sum, pct) => sum + pct, 0) / values.length
  }
  return result
}
