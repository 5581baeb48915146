import table from '#data/shrinkage.json'
import type { Practice } from './schema'

/** Linear shrinkage, percent of the pattern's length. */
export interface Shrinkage {
  lowPct: number
  highPct: number
  source: string
}

/**
 * Shrinkage allowance of a family of alloys.
 * @returns null where the tables do not name the family
 * @source data/shrinkage.json: pattern-maker's tables; from memory
 * @example shrinkageOf('silicon-bronze')?.highPct // 1.4
 */
export function shrinkageOf(practice: Practice): Shrinkage | null {
  const known = (table.practices as Record<string, { lowPct: number; highPct: number }>)[practice]
  return known ? { ...known, source: table.source } : null
}
