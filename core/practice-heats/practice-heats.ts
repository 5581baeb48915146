import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/practice-heats.json'
import { SHOWN } from './shown-by'

const practiceHeatSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  /** what one learns by it */
  learns: z.string(),
  how: z.array(z.string()),
  /** what can hurt or go wrong */
  mind: z.string(),
  /** id in the library of the alloy to begin with */
  alloy: z.string().exactOptional(),
  tapMassG: z.number().positive().exactOptional(),
  /** the page it is done on, where it is no heat by itself */
  to: z.string().exactOptional(),
  shownBy: z.enum(SHOWN),
})
/** A heat to learn by, from the easiest to the whole art. */
export type PracticeHeat = z.infer<typeof practiceHeatSchema>

const table = tableOf(
  z.strictObject({ version: z.number(), source: z.string(), heats: z.array(practiceHeatSchema) }),
  file,
)
export const PRACTICE_HEATS: readonly PracticeHeat[] = table.heats
export const PRACTICE_HEATS_SOURCE = table.source
