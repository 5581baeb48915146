import { methodSpread } from './method-spread'
import type { Assay } from './reading'

export interface Measured {
  pct: number
  /** one standard deviation, wt% */
  sd: number
  /** how many readings stand behind it */
  readings: number
  /** detection limit, when no reading saw the element */
  below?: number
}

/** Smallest spread a reading is credited with: a zero would give it infinite weight, wt%. */
const LEAST_SD = 1e-4

/**
 * Readings of one heat drawn together: inverse-variance weighted mean of each element. An element that no
 * reading saw is taken as evenly spread between nothing and the lowest detection limit.
 * @returns element → value and spread, wt%
 * @source weighted mean of independent normal readings; uniform distribution sd = width/√12
 */
export function combineReadings(assays: readonly Assay[]): Record<string, Measured> {
  const seen: Record<string, { weight: number; sum: number; count: number }> = {}
  const unseen: Record<string, number> = {}
  for (const { method, readings } of assays)
    for (const [symbol, reading] of Object.entries(readings)) {
      if ('below' in reading) {
        unseen[symbol] = Math.min(unseen[symbol] ?? Infinity, reading.below)
        continue
      }
      const sd = Math.max(LEAST_SD, reading.sd ?? methodSpread(method, reading.pct))
      const entry = (seen[symbol] ??= { weight: 0, sum: 0, count: 0 })
      entry.weight += 1 / sd ** 2
      entry.sum += reading.pct / sd ** 2
      entry.count += 1
    }
  const result: Record<string, Measured> = {}
  for (const [symbol, { weight, sum, count }] of Object.entries(seen))
    result[symbol] = { pct: sum / weight, sd: 1 / Math.sqrt(weight), readings: count }
  for (const [symbol, below] of Object.entries(unseen))
    result[symbol] ??= { pct: below / 2, sd: below / Math.sqrt(12), readings: 0, below }
  return result
}
