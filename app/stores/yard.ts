import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import {
  applyStep,
  COLLECTIONS,
  emptyJournal,
  fromWorkspace,
  noRecords,
  pushStep,
  sealJournal,
  toWorkspace,
  type Change,
  type Collection,
  type Journal,
  type RecordOf,
  type Records,
  type Settings,
  type Step,
  type Workspace,
} from '#core/workspace'
import { openRepository } from '~/storage/repository'

/** A change to one record: what it becomes, or null to take it away. */
export interface Edit<C extends Collection = Collection> {
  collection: C
  id: string
  after: RecordOf<C> | null
}

const DEFAULTS = { yardName: 'My yard', currency: '€', mass: 'g', temperature: 'C' } as const

/** The yard: every record, the journal behind undo, and how it stands with the disk. */
export const useYard = defineStore('yard', () => {
  const records = shallowRef<Records>(noRecords())
  const journal = shallowRef<Journal>(emptyJournal())
  const ready = ref(false)
  const saving = ref(0)
  const saveError = ref<string | null>(null)
  const damaged = ref<string[]>([])
  const repository = openRepository()
  let queue: Promise<void> = Promise.resolve()

  async function load(): Promise<void> {
    if (ready.value) return
    try {
      const loaded = await repository.load()
      records.value = loaded.records
      journal.value = loaded.journal
      damaged.value = loaded.damaged
    } catch (error) {
      saveError.value = String((error as Error).message)
    }
    ready.value = true
  }

  function persist(step: Pick<Step, 'changes'>, direction: 'do' | 'undo', before: Journal): void {
    const after = journal.value
    saving.value++
    queue = repository
      .write(step, direction, { before, after })
      .then(() => {
        saveError.value = null
      })
      .catch((error: unknown) => {
        saveError.value = String((error as Error).message)
      })
      .finally(() => {
        saving.value--
      })
  }

  /** Does one thing, named for the undo list. Edits with the same merge key in a row become one step. */
  function commit(label: string, edits: Edit[], mergeKey?: string): void {
    const changes: Change[] = edits.map(({ collection, id, after }) => ({
      collection,
      id,
      before: records.value[collection][id] ?? null,
      after,
    }))
    const step: Step = { id: crypto.randomUUID(), label, at: now(), changes }
    records.value = applyStep(records.value, step, 'do')
    const before = journal.value
    journal.value = pushStep(before, step, mergeKey).journal
    persist(step, 'do', before)
  }

  /** Ends the entry being typed, so that the next one is undone apart. */
  function seal(): void {
    journal.value = sealJournal(journal.value)
  }

  function undo(): Step | null {
    const step = journal.value.steps[journal.value.cursor - 1]
    if (!step) return null
    records.value = applyStep(records.value, step, 'undo')
    const before = journal.value
    journal.value = { ...before, cursor: before.cursor - 1 }
    persist(step, 'undo', before)
    return step
  }

  function redo(): Step | null {
    const step = journal.value.steps[journal.value.cursor]
    if (!step) return null
    records.value = applyStep(records.value, step, 'do')
    const before = journal.value
    journal.value = { ...before, cursor: before.cursor + 1 }
    persist(step, 'do', before)
    return step
  }

  /** Puts a whole yard in place of this one, as one step that can be undone. */
  function replaceAll(label: string, workspace: Workspace): void {
    const next = fromWorkspace(workspace)
    const edits: Edit[] = []
    for (const collection of COLLECTIONS) {
      for (const id of Object.keys(records.value[collection]))
        if (!next[collection][id]) edits.push({ collection, id, after: null })
      for (const [id, after] of Object.entries(next[collection])) edits.push({ collection, id, after })
    }
    commit(label, edits)
  }

  function list<C extends Collection>(collection: C): RecordOf<C>[] {
    return Object.values(records.value[collection]) as RecordOf<C>[]
  }

  const lots = computed(() =>
    list('lots').sort((a, b) => a.createdAt.localeCompare(b.createdAt) || (a.id < b.id ? -1 : 1)),
  )
  const heats = computed(() => list('heats').sort((a, b) => a.number - b.number))
  const ownAlloys = computed(() => list('alloys'))
  const gear = computed(() => list('gear').sort((a, b) => a.createdAt.localeCompare(b.createdAt)))
  const practices = computed(() => list('practices').sort((a, b) => a.createdAt.localeCompare(b.createdAt)))
  const settings = computed<Settings>(
    () => list('settings')[0] ?? { id: 'none', createdAt: now(), updatedAt: now(), ...DEFAULTS },
  )
  const isEmpty = computed(() => COLLECTIONS.every((name) => list(name).length === 0))
  const workspace = computed(() => toWorkspace(records.value))

  function changeSettings(change: Partial<typeof DEFAULTS> | Record<string, string>): void {
    const stored = list('settings')[0]
    const time = now()
    const id = stored?.id ?? crypto.randomUUID()
    const base = stored ?? { id, createdAt: time, updatedAt: time, ...DEFAULTS }
    const after = { ...base, ...change, updatedAt: time } as Settings
    commit('Change settings', [{ collection: 'settings', id, after }])
  }

  return {
    records,
    journal,
    ready,
    saving,
    saveError,
    damaged,
    lots,
    heats,
    ownAlloys,
    gear,
    practices,
    settings,
    isEmpty,
    workspace,
    load,
    commit,
    seal,
    undo,
    redo,
    replaceAll,
    changeSettings,
    /** Resolves when all that was done so far is on the disk. */
    saved: () => queue,
  }
})

/** The present moment as records keep it. */
export function now(): string {
  return new Date().toISOString()
}
