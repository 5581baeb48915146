import table from '#data/emergencies.json'
import { basisOf } from './basis'

/** Something going wrong at the furnace, and what to do at once. */
export interface Emergency {
  id: string
  name: string
  now: readonly string[]
  /** where it comes from: published guidance by its subject, or common practice */
  basis: string
}
export const EMERGENCIES: readonly Emergency[] = table.cases.map((one) => ({
  ...one,
  basis: basisOf(table.bases, one.basis),
}))
/** What comes before everything else, whatever it is. */
export const EMERGENCY_FIRST = table.first
export const EMERGENCY_SOURCE = table.source
