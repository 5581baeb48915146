import localforage from 'localforage'
import {
  checksum,
  COLLECTIONS,
  emptyJournal,
  noRecords,
  type AnyRecord,
  type Collection,
  type Journal,
  type Records,
  type Step,
} from '#core/workspace'

/** What a start of the app finds on the disk. */
export interface Loaded {
  records: Records
  journal: Journal
  /** records that could not be read; they are kept aside, not deleted */
  damaged: string[]
}

/** The order of the steps kept, and how many of them are done. */
interface Head {
  ids: string[]
  cursor: number
}

interface Intent {
  changes: { key: string; value: AnyRecord | null }[]
  put: Step[]
  drop: string[]
  head: Head
}

/** Long enough to gather what is typed in one breath; the note keeps it safe meanwhile. */
const PAUSE_MS = 120

/** Of a record as it lies on the disk. */
const sumOf = (value: unknown) => checksum(JSON.stringify(value))

/** One window at a time writes to a yard, where the browser can see to that. */
async function alone<T>(name: string, work: () => Promise<T>): Promise<T> {
  const locks = globalThis.navigator?.locks
  return locks ? ((await locks.request(`${name}-disk`, work)) as T) : work()
}

const stepKey = (id: string) => `step/${id}`

/** Two intents in one: the later one's word on every record and step. */
function mergeIntents(first: Intent | null, second: Intent): Intent {
  if (!first) return second
  const changes = new Map([...first.changes, ...second.changes].map((change) => [change.key, change]))
  const dropped = new Set([...first.drop, ...second.drop])
  const put = new Map([...first.put, ...second.put].map((step) => [step.id, step]))
  return {
    changes: [...changes.values()],
    put: [...put.values()].filter(({ id }) => !dropped.has(id)),
    drop: [...dropped],
    head: second.head,
  }
}

/**
 * The yard on the disk: one entry a record, and the journal of steps. Every write first notes what it is about to
 * do in the browser's synchronous store, so that a page closed or reloaded the moment after is finished at the next
 * start and no step is half done. Writes that come close together are done together.
 * @param pauseMs how long a write waits for others like it
 */
export function openRepository(name = 'hephaestal', pauseMs = PAUSE_MS) {
  const records = localforage.createInstance({ name, storeName: 'records' })
  const journal = localforage.createInstance({ name, storeName: 'journal' })
  const sums = localforage.createInstance({ name, storeName: 'sums' })
  const aside = localforage.createInstance({ name, storeName: 'damaged' })
  const notes = localforage.createInstance({ name, storeName: 'notes', driver: localforage.LOCALSTORAGE })
  const noteKey = `intent/${crypto.randomUUID()}`
  /** noted, not yet begun */
  let waiting: Intent | null = null
  let underWay: Intent | null = null
  let drained: Promise<void> | null = null

  async function apply(intent: Intent): Promise<void> {
    for (const { key, value } of intent.changes)
      if (value === null) {
        await records.removeItem(key)
        await sums.removeItem(key)
      } else {
        await records.setItem(key, value)
        await sums.setItem(key, sumOf(value))
      }
    for (const step of intent.put) await journal.setItem(stepKey(step.id), step)
    for (const id of intent.drop) await journal.removeItem(stepKey(id))
    await journal.setItem('head', intent.head)
  }

  /** Writes down all that is not on the disk yet: small notes at once, those too large for it beside the journal. */
  async function note(intent: Intent): Promise<void> {
    try {
      await notes.setItem(noteKey, intent)
    } catch {
      await journal.setItem('intent', intent)
      await notes.removeItem(noteKey)
    }
  }

  /** Writes until nothing waits. What could not be written waits for the next try. */
  async function drain(): Promise<void> {
    while (waiting) {
      if (pauseMs > 0) await new Promise((resolve) => setTimeout(resolve, pauseMs))
      underWay = waiting
      waiting = null
      const intent = underWay
      try {
        await alone(name, () => apply(intent))
      } catch (error) {
        waiting = waiting ? mergeIntents(intent, waiting) : intent
        throw error
      } finally {
        underWay = null
      }
      // A step done while the notes are torn up has noted itself after them, and goes round again.
      if (!waiting) await Promise.all([notes.removeItem(noteKey), journal.removeItem('intent')])
    }
  }

  /** Finishes what earlier pages had noted and not done. */
  async function finishNoted(): Promise<void> {
    const large = await journal.getItem<Intent>('intent')
    if (large) await apply(large)
    await journal.removeItem('intent')
    for (const key of await notes.keys()) {
      const intent = await notes.getItem<Intent>(key)
      if (intent) await apply(intent)
      await notes.removeItem(key)
    }
  }

  /** The steps in their order; where one is missing, undo reaches back no further than behind it. */
  async function loadJournal(): Promise<Journal> {
    const head = await journal.getItem<Head>('head')
    if (!head) return emptyJournal()
    const steps = await Promise.all(head.ids.map((id) => journal.getItem<Step>(stepKey(id))))
    const from = steps.lastIndexOf(null) + 1
    if (from > head.cursor) return emptyJournal()
    return { steps: steps.slice(from) as Step[], cursor: head.cursor - from }
  }

  return {
    async load(): Promise<Loaded> {
      await alone(name, finishNoted)
      const loaded = noRecords()
      const damaged: string[] = []
      const keys = await records.keys()
      // The guard comes with the first record: an empty yard opens without it.
      const guard = keys.length > 0 ? (await import('./guard')).recordSchemas : null
      for (const key of keys) {
        const [collection, id] = key.split('/') as [Collection, string]
        const value = await records.getItem<AnyRecord>(key)
        const parsed = COLLECTIONS.includes(collection) ? guard![collection].safeParse(value) : null
        const sum = await sums.getItem<number>(key)
        const whole = sum === null || sum === sumOf(value)
        if (whole && parsed?.success && parsed.data.id === id) loaded[collection][id] = parsed.data
        else {
          await aside.setItem(key, value)
          await records.removeItem(key)
          await sums.removeItem(key)
          damaged.push(key)
        }
      }
      return { records: loaded, journal: await loadJournal(), damaged }
    },

    /**
     * Writes the records a step changed, in the given direction, and what became of the journal.
     * @returns once it is on the disk
     */
    async write(
      step: Pick<Step, 'changes'>,
      direction: 'do' | 'undo',
      { before, after }: { before: Journal; after: Journal },
    ): Promise<void> {
      const known = new Set(before.steps)
      const kept = new Set(after.steps.map(({ id }) => id))
      const intent: Intent = {
        changes: step.changes.map(({ collection, id, before: former, after: next }) => ({
          key: `${collection}/${id}`,
          value: direction === 'do' ? next : former,
        })),
        put: after.steps.filter((entry) => !known.has(entry)),
        drop: before.steps.flatMap(({ id }) => (kept.has(id) ? [] : [id])),
        head: { ids: after.steps.map(({ id }) => id), cursor: after.cursor },
      }
      waiting = mergeIntents(waiting, intent)
      await note(underWay ? mergeIntents(underWay, waiting) : waiting)
      drained ??= drain().finally(() => {
        drained = null
      })
      await drained
    },
  }
}

export type Repository = ReturnType<typeof openRepository>
