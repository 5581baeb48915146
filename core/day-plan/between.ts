import type { Limits } from '#core/alloys'
import type { Composition } from '#core/composition'
import { DAY } from './table'

/** A heat as far as it matters to what comes after it in the same crucible. */
export interface Held {
  metal: string
  practice: string
  /** wt% */
  composition: Composition
  tapG: number
}

/**
 * What has to be done to a crucible between two heats in it: another metal never follows, and another kind of the same
 * only after a wash heat where what the wall keeps would break one of its limits.
 * @param held what the crucible held
 * @param next what is to be melted in it
 * @source common practice: one crucible for each family; what stays is an estimate in data/day.json
 * @example betweenHeats({ metal: 'Cu', practice: 'tin-bronze', composition: {}, tapG: 1 }, { metal: 'Al', practice: 'aluminium-casting', composition: {}, tapG: 1, limits: {} }) // 'never'
 */
export function betweenHeats(held: Held, next: Held & { limits: Limits }): 'nothing' | 'wash' | 'never' {
  if (held.metal !== next.metal) return 'never'
  if (held.practice === next.practice) return 'nothing'
  const stayedG = DAY.leftShare * held.tapG
  const spoiled = Object.entries(next.limits).some(([element, { max }]) => {
    if (max === undefined) return false
    const own = Math.min(next.composition[element] ?? 0, max)
    const theirs = held.composition[element] ?? 0
    const pct = (own * next.tapG + theirs * stayedG) / (next.tapG + stayedG)
    return theirs > max && pct > max * (1 + 1e-6)
  })
  return spoiled ? 'wash' : 'nothing'
}
