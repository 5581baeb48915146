import table from '#data/emergencies.json'

/** Something going wrong at the furnace, and what to do at once. */
export interface Emergency {
  id: string
  name: string
  now: readonly string[]
}
export const EMERGENCIES: readonly Emergency[] = table.cases
/** What comes before everything else, whatever it is. */
export const EMERGENCY_FIRST = table.first
export const EMERGENCY_SOURCE = table.source
