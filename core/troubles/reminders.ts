import { baseMetal } from '#core/alloys'
import type { Heat } from '#core/heat'
import table from '#data/troubles.json'

/** Something to do otherwise, learned from an earlier heat. */
export interface Reminder {
  causeId: string
  change: string
  fromHeat: number
}

/**
 * What earlier heats of the same base metal left to be minded in this one.
 * @returns newest first, each change once
 */
export function remindersFor(heat: Heat, heats: readonly Heat[]): Reminder[] {
  const found = new Map<string, Reminder>()
  const family = heat.alloy && baseMetal(heat.alloy)
  const earlier = heats
    .filter((one) => one.number < heat.number && (one.alloy && baseMetal(one.alloy)) === family)
    .sort((a, b) => b.number - a.number)
  for (const { number, lessons } of earlier)
    for (const { causeId } of lessons ?? []) {
      const cause = table.causes.find(({ id }) => id === causeId)
      if (cause && !found.has(causeId))
        found.set(causeId, { causeId, change: cause.change, fromHeat: number })
    }
  return [...found.values()]
}
