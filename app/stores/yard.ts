import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import {
  applyStep,
  COLLECTIONS,
  emptyJournal,
  fromWorkspace,
  mergeRecords,
  noRecords,
  pushStep,
  sealJournal,
  toWorkspace,
  type AnyRecord,
  type Change,
  type Clash,
  type Collection,
  type Journal,
  type RecordOf,
  type Records,
  type Settings,
  type Step,
  type Workspace,
} from '#core/workspace'
import { openRepository } from '~/storage/repository'
import { openWindows } from '~/storage/windows'

/** A field two windows changed, each to something else, and on which record. */
export interface OpenClash extends Clash {
  collection: Collection
  id: string
}

/** A record as it can be stored: what a form watches inside it is taken out of its wrapping. */
function plain<T>(record: T): T {
  try {
    structuredClone(record)
    return record
  } catch {
    return JSON.parse(JSON.stringify(record)) as T
  }
}

const sameRecord = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b)

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
  const clashes = shallowRef<OpenClash[]>([])
  const listeners: (() => void)[] = []
  let queue: Promise<void> = Promise.resolve()
  const windows = openWindows('hephaestal', ({ changes }) => hear(changes))

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
    windows.tell(
      direction === 'do'
        ? step.changes
        : step.changes.map(({ before: after, after: former, ...rest }) => ({
            ...rest,
            before: former,
            after,
          })),
    )
    for (const heard of listeners) heard()
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

  /**
   * Another window changed the yard: its changes are taken over; where this one has changed the same record
   * meanwhile, both are drawn together field by field.
   */
  function hear(changes: readonly Change[]): void {
    if (!ready.value) return
    const drawn: Change[] = []
    const fresh: OpenClash[] = []
    const next = { ...records.value }
    for (const { collection, id, before, after } of changes) {
      const mine = records.value[collection][id] ?? null
      const untouched = sameRecord(mine, before)
      let value: AnyRecord | null = after
      if (!untouched && mine && !sameRecord(mine, after)) {
        const merged = after ? mergeRecords(before, mine, after) : { merged: mine, clashes: [] }
        value = merged.merged
        fresh.push(...merged.clashes.map((clash) => ({ ...clash, collection, id })))
        drawn.push({ collection, id, before: mine, after: value } as Change)
      }
      const others = Object.entries(next[collection]).filter(([key]) => key !== id)
      next[collection] = Object.fromEntries(value ? [...others, [id, value]] : others) as never
    }
    records.value = next
    // What is typed from here on is undone apart from what was typed before the other window spoke.
    seal()
    if (fresh.length > 0) clashes.value = [...clashes.value, ...fresh]
    if (drawn.length === 0) return
    const now_ = journal.value
    queue = repository
      .write({ changes: drawn }, 'do', { before: now_, after: now_ })
      .catch((error: unknown) => void (saveError.value = String((error as Error).message)))
  }

  /** A step to go back or forth by, with what was changed since by another window left as it is. */
  function rebased(step: Step, direction: 'do' | 'undo'): Step {
    const changes = step.changes.map((change) => {
      const [from, to] = direction === 'do' ? [change.before, change.after] : [change.after, change.before]
      const current = records.value[change.collection][change.id] ?? null
      if (!from || !to || !current || sameRecord(current, from)) return change
      const { merged } = mergeRecords(from, current, to)
      return (
        direction === 'do'
          ? { ...change, before: current, after: merged }
          : { ...change, after: current, before: merged }
      ) as Change
    })
    return { ...step, changes }
  }

  /** Does one thing, named for the undo list. Edits with the same merge key in a row become one step. */
  function commit(label: string, edits: Edit[], mergeKey?: string): void {
    const changes: Change[] = edits.map(({ collection, id, after }) => ({
      collection,
      id,
      before: records.value[collection][id] ?? null,
      after: plain(after),
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
    const back = rebased(step, 'undo')
    records.value = applyStep(records.value, back, 'undo')
    const before = journal.value
    journal.value = { ...before, cursor: before.cursor - 1 }
    persist(back, 'undo', before)
    return step
  }

  function redo(): Step | null {
    const step = journal.value.steps[journal.value.cursor]
    if (!step) return null
    const forth = rebased(step, 'do')
    records.value = applyStep(records.value, forth, 'do')
    const before = journal.value
    journal.value = { ...before, cursor: before.cursor + 1 }
    persist(forth, 'do', before)
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
    clashes,
    settle: () => (clashes.value = clashes.value.slice(1)),
    /** Called at every change made here. */
    onChange: (listener: () => void) => void listeners.push(listener),
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
