import table from '#data/practice-heats.json'
import type { Shown } from './shown-by'

/** A heat to learn by, from the easiest to the whole art. */
export interface PracticeHeat {
  id: string
  name: string
  /** what one learns by it */
  learns: string
  how: readonly string[]
  /** what can hurt or go wrong */
  mind: string
  /** id in the library of the alloy to begin with */
  alloy?: string
  tapMassG?: number
  /** the page it is done on, where it is no heat by itself */
  to?: string
  shownBy: Shown
}

export const PRACTICE_HEATS = table.heats as readonly PracticeHeat[]
export const PRACTICE_HEATS_SOURCE = table.source
