import { combineReadings, type Measured } from './combine'
import { methodSpread } from './method-spread'
import type { Assay } from './reading'

/** A reading that does not agree with the others. */
export interface Outlier {
  assayId: string
  element: string
  pct: number
  /** what the others together say */
  others: Measured
  /** how many standard deviations apart */
  apart: number
}

/** So far apart, one of them is likely wrong. */
const APART = 3

/**
 * Readings that do not agree with the rest: shown, never dropped.
 * @source difference over the root of the summed variances; three standard deviations is the usual line
 */
export function outliers(assays: readonly Assay[]): Outlier[] {
  return assays.flatMap((assay) => {
    const rest = combineReadings(assays.filter(({ id }) => id !== assay.id))
    return Object.entries(assay.readings).flatMap(([element, reading]) => {
      const others = rest[element]
      if ('below' in reading || !others || others.below !== undefined) return []
      const sd = Math.hypot(reading.sd ?? methodSpread(assay.method, reading.pct), others.sd)
      const apart = sd > 0 ? Math.abs(reading.pct - others.pct) / sd : 0
      return apart > APART ? [{ assayId: assay.id, element, pct: reading.pct, others, apart }] : []
    })
  })
}
