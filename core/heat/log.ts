import * as z from 'zod'

/** Entries a heat's log keeps; the oldest go first. */
export const MOST_LOGGED = 5000

/** What can be written down at the furnace. */
export const LOG_KINDS = [
  'temperature',
  'skim',
  'addition',
  'flux',
  'degas',
  'smoke',
  'flare',
  'spatter',
  'boil-over',
  'molten',
  'pressure-test',
  'fire',
  'lid-off',
  'lid-on',
  'photo',
  'note',
] as const

/** One thing that happened at the furnace; figures are null where they were not told. */
export const logEntrySchema = z.strictObject({
  id: z.uuid(),
  at: z.iso.datetime(),
  kind: z.enum(LOG_KINDS),
  /** as the instrument showed it, °C */
  celsius: z.number().min(-50).max(3500).nullable(),
  massG: z.number().min(0).max(1e8).nullable(),
  minutes: z.number().min(0).max(10_000).nullable(),
  /** samples of a reduced-pressure test, g/cm³ */
  airGcm3: z.number().positive().max(25).nullable(),
  vacuumGcm3: z.number().positive().max(25).nullable(),
  text: z.string().max(500),
  /** gas bubbled through, and how fast, l/min */
  gas: z.enum(['argon', 'nitrogen', 'tablet', 'none']).optional(),
  flowLMin: z.number().min(0).max(1000).optional(),
  /** dross drawn before and after a treatment, g */
  drossBeforeG: z.number().min(0).max(1e8).optional(),
  drossAfterG: z.number().min(0).max(1e8).optional(),
  /** to what burner or plate was set, 0 to 1 */
  power: z.number().min(0).max(1).optional(),
  photos: z.array(z.uuid()).max(12).optional(),
  /** where a reading came from: typed where nothing is told */
  from: z.enum(['device', 'table', 'eye']).optional(),
})

export type LogEntry = z.infer<typeof logEntrySchema>
export type LogKind = LogEntry['kind']

/** An entry with nothing told yet. */
export function blankEntry(stamp: { id: string; at: string }, kind: LogKind): LogEntry {
  return {
    ...stamp,
    kind,
    celsius: null,
    massG: null,
    minutes: null,
    airGcm3: null,
    vacuumGcm3: null,
    text: '',
  }
}
