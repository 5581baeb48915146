import localforage from 'localforage'
import {
  COLLECTIONS,
  noRecords,
  recordSchemas,
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

interface Intent {
  changes: { key: string; value: AnyRecord | null }[]
  journal: Journal
}

/**
 * The yard on the disk: one entry a record, and the journal of steps. Every write first notes what it is about to
 * do, so that a page closed halfway is finished at the next start and no step is half done.
 */
export function openRepository(name = 'hephaestal') {
  const records = localforage.createInstance({ name, storeName: 'records' })
  const journal = localforage.createInstance({ name, storeName: 'journal' })
  const aside = localforage.createInstance({ name, storeName: 'damaged' })

  async function apply(intent: Intent): Promise<void> {
    for (const { key, value } of intent.changes)
      if (value === null) await records.removeItem(key)
      else await records.setItem(key, value)
    await journal.setItem('journal', intent.journal)
    await journal.removeItem('intent')
  }

  return {
    async load(): Promise<Loaded> {
      const pending = await journal.getItem<Intent>('intent')
      if (pending) await apply(pending)
      const loaded = noRecords()
      const damaged: string[] = []
      for (const key of await records.keys()) {
        const [collection, id] = key.split('/') as [Collection, string]
        const value = await records.getItem<AnyRecord>(key)
        const parsed = COLLECTIONS.includes(collection) ? recordSchemas[collection].safeParse(value) : null
        if (parsed?.success && parsed.data.id === id) loaded[collection][id] = parsed.data
        else {
          await aside.setItem(key, value)
          await records.removeItem(key)
          damaged.push(key)
        }
      }
      const stored = await journal.getItem<Journal>('journal')
      return { records: loaded, journal: stored ?? { steps: [], cursor: 0 }, damaged }
    },

    /** Writes the records a step changed, in the given direction, and the journal as it then stands. */
    async write(step: Pick<Step, 'changes'>, direction: 'do' | 'undo', after: Journal): Promise<void> {
      const intent: Intent = {
        changes: step.changes.map(({ collection, id, before, after: next }) => ({
          key: `${collection}/${id}`,
          value: direction === 'do' ? next : before,
        })),
        journal: after,
      }
      await journal.setItem('intent', intent)
      await apply(intent)
    },
  }
}

export type Repository = ReturnType<typeof openRepository>
