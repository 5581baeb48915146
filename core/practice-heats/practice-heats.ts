import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/practice-heats.json'
import { compositionSchema } from '#core/composition'
import { FORM_IDS } from '#core/losses'
import { SHOWN } from './shown-by'

/** How it is rehearsed without fire: a charge, a furnace, what it is held to. */
const rehearseSchema = z.strictObject({
  goal: z.string().exactOptional(),
  level: z.enum(['nothing', 'usual', 'much']),
  marks: z.array(z.enum(['nobody-hurt', 'order', 'window', 'zinc', 'density-index', 'sound'])),
  lots: z.array(
    z.strictObject({
      name: z.string(),
      massG: z.number().positive(),
      form: z.enum(FORM_IDS),
      metallicYield: z.number().positive().max(1),
      composition: compositionSchema,
    }),
  ),
  crucibleG: z.number().positive(),
  brimCm3: z.number().positive(),
  fuel: z.enum(['propane', 'charcoal', 'electric']),
  powerKw: z.number().positive(),
  castings: z
    .array(z.strictObject({ name: z.string(), thinMm: z.number().positive(), massG: z.number().positive() }))
    .exactOptional(),
  /** what is the matter with the probe, °C a minute */
  mishaps: z.array(z.strictObject({ what: z.literal('probe-drifts'), cPerMin: z.number() })).exactOptional(),
})

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
  rehearse: rehearseSchema.exactOptional(),
})
/** A heat to learn by, from the easiest to the whole art. */
export type PracticeHeat = z.infer<typeof practiceHeatSchema>

const table = tableOf(
  z.strictObject({ version: z.number(), source: z.string(), heats: z.array(practiceHeatSchema) }),
  file,
)
export const PRACTICE_HEATS: readonly PracticeHeat[] = table.heats
export const PRACTICE_HEATS_SOURCE = table.source
