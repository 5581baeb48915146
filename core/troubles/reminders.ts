import { familyOf } from '#core/families'
import type { Heat } from '#core/heat'
import { BARS_AT_FAULT } from './rank'
import { TROUBLES, type Cause } from './table'

/** Something to do otherwise, learned from an earlier heat. */
export interface Reminder {
  causeId: string
  change: string
  /** the latest heat it was learned in, and how many taught it */
  fromHeat: number
  times: number
  /** where it is minded, beside the first step of the sheet */
  stage: Cause['stage'] | null
}

/** What a heat shows by itself, without anyone naming it: causes of the table. */
export function conclusionsOf({ tests = [] }: Pick<Heat, 'tests'>): string[] {
  return tests.filter(({ brokeAt }) => brokeAt === 'fillet').length >= BARS_AT_FAULT ? ['sharp-corner'] : []
}

/**
 * What earlier heats of the same metal left to be minded in this one.
 * @returns newest first, each change once, with how often it was learned
 */
export function remindersFor(heat: Heat, heats: readonly Heat[]): Reminder[] {
  const found = new Map<string, Reminder>()
  const metalOf = (one: Heat) => (one.alloy && familyOf(one.alloy)?.metal) ?? null
  const metal = metalOf(heat)
  if (metal === null) return []
  // What a heat taught is asked first: most taught nothing, and their metal need not be worked out.
  const earlier = heats
    .filter((one) => one.number < heat.number)
    .map((one) => ({
      one,
      taught: new Set([...(one.lessons ?? []).map(({ causeId }) => causeId), ...conclusionsOf(one)]),
    }))
    .filter(({ one, taught }) => taught.size > 0 && metalOf(one) === metal)
    .sort((a, b) => b.one.number - a.one.number)
  for (const { one, taught } of earlier) {
    for (const causeId of taught) {
      const cause = TROUBLES.causes.find(({ id }) => id === causeId)
      if (!cause) continue
      const known = found.get(causeId)
      if (known) known.times++
      else
        found.set(causeId, {
          causeId,
          change: cause.change,
          fromHeat: one.number,
          times: 1,
          stage: cause.stage ?? null,
        })
    }
  }
  return [...found.values()]
}
