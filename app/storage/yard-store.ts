import { t } from '~/words'
import { why } from './why'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { localDate } from '#core/records'
import { applyRemoteChanges, partOf, rebaseUndoStep, withPart, type Fits } from '#core/merge'
import {
  applyStep,
  emptyJournal,
  fromWorkspace,
  noRecords,
  numberingChanges,
  plainRecord,
  pushStep,
  reversed,
  sameRecord,
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
import type { Unfit } from './guard'
import { forgetKept, rememberKept, wasKept } from './kept-mark'
import type { Carrier, Looking, TakenIn } from './yard-standing'
import { openQuestions, type Asked } from './open-questions'
import { openRepository } from './repository'
import { editsTo } from './edits-to'
import { shelvesOf } from './shelves-of'
import { openWindows } from './windows'
import { lastTaken } from './last-taken'
import { withPlansAsTheyAre } from './plans-as-they-are'

export type { Carrier, Looking }

/** A change to one record: what it becomes, or null to take it away. */
export interface Edit<C extends Collection = Collection> {
  collection: C
  id: string
  after: RecordOf<C> | null
  /** a lot's mass was weighed or said as a whole, and is not what was there with something taken or added */
  toldAnew?: true
}

/** So many records at once come from a file, and were looked through when it was read. */
const LOOKED_THROUGH = 2000

const TIDY_AFTER_MS = 5000

const DEFAULTS = { yardName: t('storage.my-yard'), currency: '€', mass: 'g', temperature: 'C' } as const

/** The yard: every record, the journal behind undo, and how it stands with the disk. */
export const useYard = defineStore('yard', () => {
  const records = shallowRef<Records>(noRecords())
  const journal = shallowRef<Journal>(emptyJournal())
  const ready = ref(false)
  const saving = ref(0)
  const saveError = ref<string | null>(null)
  /** where changes go: to the disk, nowhere (the browser keeps nothing), or the disk has a yard and will not open */
  const keeping = ref<'disk' | 'nowhere' | 'shut'>('disk')
  const shutBecause = ref('')
  /** set while a yard is shown that must not be changed */
  const looking = shallowRef<Looking | null>(null)
  /** changes that were refused because the yard is only looked at */
  const refused = ref(0)
  const damaged = ref<string[]>([])
  const repaired = ref<string[]>([])
  /** the last step that would not be read again, and was not done */
  const notKept = shallowRef<{ label: string; why: Unfit } | null>(null)
  let unfitPart: (typeof import('./guard'))['unfitPart'] = () => (wakeGuard(), null)
  /** the store was emptied while the yard was open, and all of it was written again */
  const writtenAgain = ref(false)
  const repository = openRepository(undefined, undefined, {
    whole: () => ({ records: records.value, journal: journal.value, heard: heardUpTo }),
    restored: () => (writtenAgain.value = true),
    overtaken: () => overtaken(true),
  })
  /** a yard was kept here, and at the start the browser had nothing of it any more */
  const gone = ref(false)
  const { questions, asked, isOpen, ...asking } = openQuestions(records)
  /** records that the last undo or redo left alone, another window having changed them since */
  const leftAlone = ref(0)
  const listeners: (() => void)[] = []
  let carrier: Carrier | null = null
  let queue: Promise<void> = Promise.resolve()
  /** what other windows told while this one was still reading the yard */
  const early: Change[] = []
  /** the number of the last word of other devices that is in these records */
  let heardUpTo = 0
  const windows = openWindows(
    'hephaestal',
    ({ changes, settled, heard = 0 }) => {
      hear(changes)
      heardUpTo = Math.max(heardUpTo, heard)
      if (settled) forgetClash(settled)
    },
    () => overtaken(false),
  )

  /** A newer app is at this yard in another window: here it is only looked at from now on. */
  function overtaken(unsaved: boolean): void {
    if (!ready.value || (looking.value && !looking.value.overtaken)) return
    const before = looking.value?.overtaken?.unsaved ?? false
    looking.value = {
      name: t('storage.this-browsers-yard'),
      own: true,
      leftOut: 0,
      overtaken: { unsaved: unsaved || before },
    }
  }

  async function load(): Promise<void> {
    if (ready.value) return
    // Whoever is at it with an older app is to stop before this one writes.
    windows.tell([])
    let loose = false
    try {
      const loaded = await repository.load()
      loose = loaded.loose
      records.value = loaded.records
      journal.value = loaded.journal
      heardUpTo = Math.max(heardUpTo, loaded.heard)
      damaged.value = loaded.damaged
      repaired.value = loaded.repaired
      looking.value = loaded.newer && { name: t('storage.this-browsers-yard'), own: true, ...loaded.newer }
      keeping.value = 'disk'
      gone.value = loaded.blank && wasKept()
      if (!isEmpty.value) rememberKept()
    } catch (error) {
      // A yard that is there and will not open must never look like no yard.
      keeping.value = wasKept() ? 'shut' : 'nowhere'
      shutBecause.value = why(error)
    }
    ready.value = true
    if (!isEmpty.value) wakeGuard()
    if (loose && !looking.value) setTimeout(() => void repository.tidy().catch(() => {}), TIDY_AFTER_MS)
    // What was read may be from before or after what was told meanwhile; and two heats of one number get one each.
    const numbers = looking.value ? [] : numberingChanges(records.value)
    if (early.length > 0) hear(early.splice(0))
    else if (numbers.length > 0) hear(numbers)
  }

  /** The guard of what is written comes with the first record: an empty yard opens without it. */
  function wakeGuard(): void {
    void import('./guard').then((guard) => ({ unfitPart } = guard)).catch(() => {})
  }

  /** Shows another yard in place of this one, only to be looked at. */
  function look(workspace: Workspace, about: Looking): void {
    records.value = fromWorkspace(workspace)
    journal.value = emptyJournal()
    looking.value = about
  }

  /** Back to the yard itself, read anew: another window may have changed it. */
  async function stopLooking(): Promise<void> {
    await queue
    ready.value = false
    looking.value = null
    await load()
  }

  function persist(step: Pick<Step, 'changes'>, direction: 'do' | 'undo', before: Journal): void {
    const after = journal.value
    if (keeping.value !== 'disk') return
    rememberKept()
    saving.value++
    const told = direction === 'do' ? step.changes : reversed(step.changes)
    windows.tell(told)
    carrier?.changed(told)
    for (const heard of listeners) heard()
    follow(repository.write(step, direction, { before, after }))
  }

  /** Tells how a write went. */
  function follow(writing: Promise<void>): void {
    queue = writing
      .then(() => {
        saveError.value = null
      })
      .catch((error: unknown) => {
        saveError.value = why(error)
      })
      .finally(() => {
        saving.value--
      })
  }

  /** The yard that was kept here is not missed. */
  function startAnew(): void {
    gone.value = false
    forgetKept()
  }

  /** Looks whether what is on the disk is still there; where it is not, writes it again. */
  async function checkDisk(): Promise<void> {
    if (!ready.value || looking.value || keeping.value !== 'disk' || isEmpty.value) return
    await queue
    await repository.check().catch(() => {})
  }

  /** Tries again to write what the disk refused. */
  function saveAgain(): void {
    saving.value++
    follow(repository.flush())
  }

  const fits: Fits = (collection, after) =>
    unfitPart([{ collection, id: after.id, before: null, after }]) === null

  const takenAway = (collection: Collection, id: string) => lastTaken(journal.value, collection, id)

  function forgetClash(one: Asked): void {
    if (asking.forget(one)) carrier?.settled(one)
  }

  /** Answers the first open question: the record keeps what was chosen, and no window asks again. */
  function settle(value: unknown): void {
    const [clash] = questions.value
    if (!clash) return
    const { collection, id, path } = clash
    const record = records.value[collection][id]
    if (record && isOpen(clash) && !sameRecord(partOf(record, path), value)) {
      const after = withPart(record, path, value)
      if (!commit(t('storage.settle-edit'), [{ collection, id, after }])) return
    }
    forgetClash(clash)
    windows.tell([], { settled: { collection, id, path } })
  }

  /** Another window changed the yard: its changes are taken over. */
  function hear(changes: readonly Change[]): void {
    if (!ready.value) return void early.push(...changes)
    // What is only looked at stays as it is; the yard itself is read again afterwards.
    if (looking.value || changes.length === 0) return
    const heard = applyRemoteChanges(records.value, changes, fits, repository.unwritten, takenAway)
    records.value = heard.records
    // A question that was answered by what came is none any more.
    asking.look()
    // What is typed from here on is undone apart from what was typed before the other window spoke.
    seal()
    asking.add(heard.clashes)
    if (heard.numbered.length > 0) windows.tell(heard.numbered)
    carrier?.changed([...changes, ...heard.drawn].map((one) => ({ ...one, after: recordNow(one) })))
    if (heard.drawn.length === 0) return
    const now_ = journal.value
    queue = repository
      .write({ changes: heard.drawn }, 'do', { before: now_, after: now_ })
      .catch((error: unknown) => void (saveError.value = why(error)))
  }

  const recordNow = ({ collection, id }: Pick<Change, 'collection' | 'id'>): Change['after'] =>
    records.value[collection][id] ?? null

  /**
   * Takes over what other devices did, as it is: no step of this window's, and told to the other windows.
   * @returns those that would not be read again, and were left
   */
  function takeIn(changes: readonly Change[], { anew = false, heard }: TakenIn = {}): Change[] {
    if (!ready.value || looking.value || keeping.value === 'shut') return [...changes]
    const left = changes.filter(({ collection, after }) => after && !fits(collection, after))
    const taken = changes.filter((one) => !left.includes(one))
    seal()
    records.value = applyStep(records.value, { changes: taken }, 'do')
    const before = journal.value
    if (anew) journal.value = emptyJournal()
    asking.look()
    const word = heard === undefined ? {} : { heard }
    heardUpTo = Math.max(heardUpTo, heard ?? 0)
    if (keeping.value !== 'disk' || (taken.length === 0 && !anew)) return left
    rememberKept()
    windows.tell([...taken], word)
    queue = repository
      .write({ changes: taken }, 'do', { before, after: journal.value, ...word })
      .catch((error: unknown) => void (saveError.value = why(error)))
    const numbers = numberingChanges(records.value)
    if (numbers.length > 0) hear(numbers)
    return left
  }

  /**
   * Does one thing, named for the undo list. Edits with the same merge key in a row become one step. What was changed
   * has the time of the change, whoever made it.
   * @param asRead the records are as a file was read, their times too, and in no form's wrapping
   * @returns whether it was done: a form stays open, and nothing is announced, where it was not
   */
  function commit(label: string, edits: Edit[], mergeKey?: string, asRead = false): boolean {
    // Where the disk will not open, what is done would be done to an empty yard that is not there.
    if (looking.value || keeping.value === 'shut') {
      refused.value++
      return false
    }
    const at = now()
    const changes: Change[] = edits.map(({ collection, id, after, toldAnew }) => ({
      collection,
      id,
      ...(toldAnew ? { toldAnew } : {}),
      before: records.value[collection][id] ?? null,
      after: asRead || after === null ? after : plainRecord({ ...after, updatedAt: at }),
    }))
    const why = changes.length < LOOKED_THROUGH ? unfitPart(changes) : null
    notKept.value = why && { label, why }
    if (why) return false
    const step: Step = { id: crypto.randomUUID(), label, at, changes }
    records.value = applyStep(records.value, step, 'do')
    const before = journal.value
    journal.value = pushStep(before, step, mergeKey).journal
    persist(step, 'do', before)
    return true
  }

  /**
   * Keeps something computed with its record: no step of its own, nothing to undo, and not a change of the person's.
   * Where the yard is only looked at it is not kept.
   */
  function keep<C extends Collection>(collection: C, after: RecordOf<C>): void {
    const before = records.value[collection][after.id] ?? null
    if (!ready.value || looking.value || keeping.value === 'shut' || !before) return
    const change = { collection, id: after.id, before, after } as Change
    if (unfitPart([change])) return
    records.value = applyStep(records.value, { changes: [change] }, 'do')
    if (keeping.value !== 'disk') return
    saving.value++
    windows.tell([change])
    carrier?.changed([change])
    const now_ = journal.value
    follow(repository.write({ changes: [change] }, 'do', { before: now_, after: now_ }))
  }

  /** Ends the entry being typed, so that the next one is undone apart. */
  function seal(): void {
    journal.value = sealJournal(journal.value)
  }

  /** Moves along the journal by one step, leaving out what other windows and devices changed since. */
  function move(step: Step | undefined, direction: 'undo' | 'do'): Step | null {
    if (!step) return null
    const plans = withPlansAsTheyAre(records.value, step)
    const { step: rebased, leftOut } = rebaseUndoStep(records.value, plans, direction)
    leftAlone.value = leftOut.length
    records.value = applyStep(records.value, rebased, direction)
    const before = journal.value
    journal.value = { ...before, cursor: before.cursor + (direction === 'undo' ? -1 : 1) }
    persist(rebased, direction, before)
    return step
  }

  const undo = () => move(journal.value.steps[journal.value.cursor - 1], 'undo')
  const redo = () => move(journal.value.steps[journal.value.cursor], 'do')

  /**
   * Puts a whole yard in place of this one, as one step that can be undone. Records that are the same are not written.
   * @returns "same" where every record was, and no step was made
   */
  function replaceAll(label: string, workspace: Workspace): 'done' | 'same' | 'refused' {
    const edits = editsTo(records.value, fromWorkspace(workspace))
    if (edits.length === 0 && !looking.value) return 'same'
    return commit(label, edits, undefined, true) ? 'done' : 'refused'
  }

  const { lots, heats, ownAlloys, gear, practices, told, isEmpty } = shelvesOf(records)
  const settings = computed<Settings>(
    () => told.value ?? { id: 'none', createdAt: now(), updatedAt: now(), ...DEFAULTS },
  )
  const workspace = computed(() => toWorkspace(records.value))

  function changeSettings(change: Partial<typeof DEFAULTS> | Record<string, string>): void {
    const stored = told.value
    const time = now()
    const id = stored?.id ?? crypto.randomUUID()
    const base = stored ?? { id, createdAt: time, updatedAt: time, ...DEFAULTS }
    const after = { ...base, ...change } as Settings
    commit(t('storage.settings-edit'), [{ collection: 'settings', id, after }])
  }

  return {
    records,
    journal,
    ready,
    saving,
    saveError,
    damaged,
    repaired,
    setAside: () => repository.setAside(),
    keeping,
    shutBecause,
    looking,
    refused,
    leftAlone,
    writtenAgain,
    gone,
    startAnew,
    checkDisk,
    notKept,
    look,
    stopLooking,
    clashes: questions,
    settle,
    asked,
    takeIn,
    /** The number of the last word of other devices that is in the records. */
    heardUpTo: () => heardUpTo,
    /** From here on what goes on is told; null where nobody carries it any more. */
    carry: (by: Carrier | null) => void (carrier = by),
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
    keep,
    seal,
    undo,
    redo,
    replaceAll,
    changeSettings,
    saveAgain,
    /** Resolves when all that was done so far is on the disk. */
    saved: () => queue,
  }
})

/** The time zone this machine is set to: asked each time, for a phone travels. */
export function zoneHere(): string {
  return new Intl.DateTimeFormat().resolvedOptions().timeZone
}

/** Today, where the person is: YYYY-MM-DD. */
export function today(): string {
  return localDate(now(), zoneHere())
}

/** The present moment as records keep it. */
export function now(): string {
  return new Date().toISOString()
}
