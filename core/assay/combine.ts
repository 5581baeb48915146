import { pValue } from '#core/statistics'
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
  /** the readings differ by more than their errors explain, by so many times: `sd` is widened by it */
  scatter?: number
  /** they differ so much that no verdict stands on them */
  disagree?: true
}

/** Chance of so much scatter below which the readings contradict one another. Engineering judgement. */
const CONTRADICTION = 0.01

/** Smallest spread a reading is credited with: a zero would give it infinite weight, wt%. */
const LEAST_SD = 1e-4

/**
 * Readings of one heat drawn together: inverse-variance weighted mean of each element. Where they scatter more than
 * their errors allow, its spread is widened by the Birge ratio. An element that no reading saw is taken as evenly spread
 * between nothing and the lowest detection limit.
 * @returns element → value and spread, wt%
 * @source weighted mean of independent normal readings; Birge 1932, "The calculation of errors by the method of least
 * squares", from memory; uniform distribution sd = width/√12
 */
export function combineReadings(assays: readonly Assay[]): Record<string, Measured> {
  const seen: Record<string, { weight: number; sum: number; squares: number; count: number }> = {}
  const unseen: Record<string, number> = {}
  for (const { method, readings } of assays)
    for (const [symbol, reading] of Object.entries(readings)) {
      if ('below' in reading) {
        unseen[symbol] = Math.min(unseen[symbol] ?? Infinity, reading.below)
        continue
      }
      const sd = Math.max(LEAST_SD, reading.sd ?? methodSpread(method, reading.pct))
      const entry = (seen[symbol] ??= { weight: 0, sum: 0, squares: 0, count: 0 })
      entry.weight += 1 / sd ** 2
      entry.sum += reading.pct / sd ** 2
      entry.squares += reading.pct ** 2 / sd ** 2
      entry.count += 1
    }
  const result: Record<string, Measured> = {}
  for (const [symbol, { weight, sum, squares, count }] of Object.entries(seen)) {
    const pct = sum / weight
    const chiSquare = Math.max(0, squares - pct * sum)
    const scatter = count > 1 ? Math.sqrt(chiSquare / (count - 1)) : 0
    result[symbol] = { pct, sd: Math.max(1, scatter) / Math.sqrt(weight), readings: count }
    if (scatter <= 1) continue
    result[symbol].scatter = scatter
    if (pValue(chiSquare, count - 1) < CONTRADICTION) result[symbol].disagree = true
  }
  for (const [symbol, below] of Object.entries(unseen))
    result[symbol] ??= { pct: below / 2, sd: below / Math.sqrt(12), readings: 0, below }
  return result
}
