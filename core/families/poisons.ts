import type { Family } from './family'
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
 * What spoils the alloys of a family.
 * @returns none where there is no family
 * @source data/families.json, each with its own
 * @example poisonsOf(familyOf(gunmetal))[0].elements // ['Al', 'Si']
 */
export function poisonsOf(family: Family | null): Poison[] {
  if (!family) return []
  return TABLE.families[family.practice].poisons.map((why) => ({ why, ...TABLE.poisons[why]! }))
}
