import type { Alloy } from '#core/alloys'
import { familyOf } from './family'
import { TABLE } from './table'

/** Elements that spoil a family, and how. */
export interface Poison {
  /** key of the words for it */
  why: string
  elements: readonly string[]
  /** wt% */
  overPct: number
  source: string
}

/**
 * What spoils an alloy of this kind.
 * @returns none for a metal that no practice is known for
 * @source data/families.json, each with its own
 * @example poisonsOf(gunmetal)[0].elements // ['Al', 'Si']
 */
export function poisonsOf(alloy: Pick<Alloy, 'limits' | 'nominal' | 'base' | 'practice'>): Poison[] {
  const family = familyOf(alloy)
  if (!family) return []
  return TABLE.families[family.practice].poisons.map((why) => ({ why, ...TABLE.poisons[why]! }))
}
