import type { IngotMould } from './schema'

/** Carbon steel, g/cm³: engineering handbooks, from memory. */
const STEEL_GCM3 = 7.85
/** A mould welded of plate or angle is so far off what its sizes say: feet, handles, slope. Engineering judgement. */
const DOUBT = 0.15

/** What a mould may weigh empty, g, and how that is known. */
export interface MouldTare {
  fromG: number
  toG: number
  known: 'weighed' | 'size'
}

/**
 * What a mould weighs empty: as it was weighed, else as much steel as its sizes make, an open box.
 * @returns null where neither is known
 * @source volume × density of steel; 15 % either way is engineering judgement
 * @example mouldTare({ tareG: 2140 }) // { fromG: 2140, toG: 2140, known: 'weighed' }
 */
export function mouldTare({ tareG, steelMm }: Pick<IngotMould, 'tareG' | 'steelMm'>): MouldTare | null {
  if (tareG !== null) return { fromG: tareG, toG: tareG, known: 'weighed' }
  if (!steelMm) return null
  const { length, width, height, wall } = steelMm
  const inner = Math.max(0, length - 2 * wall) * Math.max(0, width - 2 * wall) * Math.max(0, height - wall)
  const massG = ((length * width * height - inner) / 1000) * STEEL_GCM3
  return { fromG: (1 - DOUBT) * massG, toG: (1 + DOUBT) * massG, known: 'size' }
}
