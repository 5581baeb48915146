import * as z from 'zod'
import { heatSchema } from '#core/heat'
import { actSchema, keptRehearsalSchema, LEVELS, lessonSchema, MARKS, scenarioSchema } from '#core/rehearsal'
import type { KeptRehearsal, Lesson } from '#core/rehearsal'
import { ref, shallowRef } from 'vue'
import { openStore } from '~/storage/store'
import { why } from '~/storage/why'
import { useRemembered } from '~/shared/page/useRemembered'

/* What this browser keeps of rehearsals: beside the yard, in no backup of it, and never learned from. */

const begunSchema = z.strictObject({
  id: z.uuid(),
  key: z.string().min(1),
  name: z.string(),
  scenario: scenarioSchema,
  seed: z.number().int().min(1),
  level: z.enum(LEVELS),
  marks: z.array(z.enum(MARKS)).readonly(),
  acts: z.array(actSchema).readonly(),
  atS: z.number().min(0),
  heat: heatSchema,
  startedMs: z.number(),
  lit: z.boolean(),
})
/** A rehearsal under way, so that a page that ends in the middle of it loses nothing. */
export type Begun = z.infer<typeof begunSchema>

/** Rehearsals under way in this browser, one of each heat and lesson. */
export function useRehearsalsHere() {
  // At once: a page that ends the next moment loses nothing.
  const all = useRemembered<Record<string, unknown>>('rehearsals', {}, { shallow: true, flush: 'sync' })
  return {
    /** Null where there is none, or what lies there is none of this app's. */
    begun(key: string): Begun | null {
      const read = begunSchema.safeParse(all.value[key])
      return read.success ? read.data : null
    },
    keep: (one: Begun): void => void (all.value = { ...all.value, [one.key]: one }),
    drop(key: string): void {
      const { [key]: _, ...others } = all.value
      all.value = others
    },
  }
}

const kept = openStore('hephaestal-rehearsals', 'kept')
const lessons = openStore('hephaestal-rehearsals', 'lessons')

async function readAll<T>(store: typeof kept, schema: z.ZodType<T>): Promise<T[]> {
  const found: T[] = []
  for (const key of await store.keys()) {
    const read = schema.safeParse(await store.getItem(key))
    if (read.success) found.push(read.data)
  }
  return found
}

/** The ledger of rehearsals that came to their end, the newest first, and lessons of one's own. */
export function useRehearsalLedger() {
  const rows = shallowRef<KeptRehearsal[]>([])
  const own = shallowRef<Lesson[]>([])
  const failed = ref('')
  async function load(): Promise<void> {
    try {
      const found = await readAll(kept, keptRehearsalSchema)
      rows.value = found.sort((a, b) => (a.endedAt < b.endedAt ? 1 : -1))
      own.value = (await readAll(lessons, lessonSchema)).sort((a, b) => a.name.localeCompare(b.name))
    } catch (error) {
      failed.value = why(error)
    }
  }
  const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
  return {
    rows,
    own,
    failed,
    load,
    keep: async (one: KeptRehearsal) => void (await kept.setItem(one.id, plain(one))),
    drop: async (id: string) => (await kept.removeItem(id), load()),
    keepLesson: async (one: Lesson) => (await lessons.setItem(one.id, plain(one)), load()),
    dropLesson: async (id: string) => (await lessons.removeItem(id), load()),
  }
}
