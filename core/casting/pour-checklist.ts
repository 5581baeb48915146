import table from '#data/pour-checklist.json'

/** What is looked at before the metal is. */
export interface PourCheck {
  id: string
  what: string
  why: string
}
export const POUR_CHECKLIST: readonly PourCheck[] = table.items
export const POUR_CHECKLIST_SOURCE = table.source
