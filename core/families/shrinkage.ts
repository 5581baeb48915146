import type { Practice } from '#core/alloys'
import { TABLE } from './table'

/** Linear shrinkage, percent of the pattern's length. */
export interface Shrinkage {
  lowPct: number
  highPct: number
  source: string
}

/**
 * Shrinkage allowance of a family of alloys.
 * @returns null where the tables do not name the family
 * @source data/families.json: pattern-maker's tables; from memory
 * @example shrinkageOf('silicon-bronze')?.highPct // 1.4
 */
export function shrinkageOf(practice: Practice): Shrinkage | null {
  const known = TABLE.families[practice].shrinkagePct
  return known && { lowPct: known[0], highPct: known[1], source: TABLE.shrinkageSource }
}
