import { totalG } from '#core/lists'
import { heatStamp, type Heat } from '#core/heat'
import type { Lot } from '#core/stock'

/** Where metal came from in the end, as a share of the whole. */
export interface Origin {
  /** lot by id; a lot that a heat made is followed into that heat */
  lotId: string
  name: string
  share: number
  /** heats it went through, the last one first */
  through: string[]
}

const DEEPEST = 40

/** Heats by id, and which heat made which lot. */
export function genealogy(lots: readonly Lot[], heats: readonly Heat[]) {
  const made = new Map<string, string>()
  for (const { weighed } of heats)
    for (const { lotId, originHeatId } of weighed) if (originHeatId) made.set(lotId, originHeatId)
  for (const { id, originHeatId } of lots) if (originHeatId) made.set(id, originHeatId)
  const byId = new Map(heats.map((heat) => [heat.id, heat]))
  return { made, byId }
}

/**
 * What is in a heat's metal: the lots that never were a heat of this yard, through however many heats, by share of
 * the weight charged.
 * @returns each lot by each way it came, largest share first; shares add up to 1
 */
export function sourceLots(heat: Heat, lots: readonly Lot[], heats: readonly Heat[]): Origin[] {
  const { made, byId } = genealogy(lots, heats)
  const found = new Map<string, Origin>()
  const follow = (current: Heat, share: number, through: string[]) => {
    const total = totalG(current.weighed)
    if (total <= 0) return
    for (const { lotId, name, massG } of current.weighed) {
      const part = (share * massG) / total
      const earlier = byId.get(made.get(lotId) ?? '')
      if (earlier && earlier.id !== current.id && through.length < DEEPEST && earlier.weighed.length > 0) {
        follow(earlier, part, [heatStamp(earlier.number), ...through])
        continue
      }
      const way = [lotId, ...through].join(' ')
      const known = found.get(way)
      if (known) known.share += part
      else found.set(way, { lotId, name, share: part, through })
    }
  }
  follow(heat, 1, [])
  return [...found.values()].sort((a, b) => b.share - a.share)
}

/** Where a lot went: the heats it was weighed into, and what these made, on and on. */
export function whereItWent(
  lotId: string,
  lots: readonly Lot[],
  heats: readonly Heat[],
): { heat: Heat; massG: number; generation: number }[] {
  const result: { heat: Heat; massG: number; generation: number }[] = []
  const { made } = genealogy(lots, heats)
  const seen = new Set<string>()
  let front = new Set([lotId])
  for (let generation = 1; front.size > 0 && generation < DEEPEST; generation++) {
    const next = new Set<string>()
    for (const heat of heats) {
      const lines = heat.weighed.filter((line) => front.has(line.lotId))
      if (lines.length === 0 || seen.has(heat.id)) continue
      seen.add(heat.id)
      result.push({ heat, massG: totalG(lines), generation })
      for (const [id, origin] of made) if (origin === heat.id) next.add(id)
    }
    front = next
  }
  return result
}
