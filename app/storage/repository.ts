import { REVISION, type Journal, type Records, type Step } from '#core/workspace'
import { dropRecord, dropStep, putRecord, putStep, stepOf, type Disk } from './disk'
import { joinHeads } from './join-heads'
import { mergeIntents, openNotes, type Head, type Intent, type Noted } from './notes'
import { PACKED_FROM, putPacked } from './packs'
import { packYardAgain, readNewerYard, readYard, type Loaded } from './read-yard'
import { settleDatabase } from './settle'
import { openStore } from './store'

/** Long enough to gather what is typed in one breath; the note keeps it safe meanwhile. */
const PAUSE_MS = 120

const breath = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms))

/** One window at a time writes to a yard, where the browser can see to that. */
async function alone<T>(name: string, work: () => Promise<T>): Promise<T> {
  const locks = globalThis.navigator?.locks
  return locks ? ((await locks.request(`${name}-disk`, work)) as T) : work()
}

/** The yard as it is in memory, for a store that was emptied under it. */
export interface FromMemory {
  whole?: () => { records: Records; journal: Journal; heard?: number }
  /** told when all was written again */
  restored?: () => void
  /** told when a newer app has written the yard meanwhile, and what was to be written was not */
  overtaken?: () => void
}

/** A newer app has written the yard: its records are not to be written over in an older shape. */
class Overtaken extends Error {}

/**
 * Whether this is the yard's only window, as far as the browser can tell. The mark it goes by is held until the window
 * is closed.
 */
async function onlyWindow(name: string): Promise<boolean> {
  const locks = globalThis.navigator?.locks
  if (!locks) return true
  const mark = `${name}-open`
  try {
    const { held = [] } = await locks.query()
    const alone = !held.some((one) => one.name === mark)
    locks.request(mark, { mode: 'shared' }, () => new Promise<never>(() => {})).catch(() => {})
    return alone
  } catch {
    // Not told: what only the last window may do is left.
    return false
  }
}

/**
 * The yard on the disk: one entry a record, and the journal of steps. Every write is noted before it is done, and the
 * next start finishes what was noted. Writes that come close together are done together.
 * @param pauseMs how long a write waits for others like it
 * @param memory what to write again where the store was emptied while the yard was open
 */
export function openRepository(
  name = 'hephaestal',
  pauseMs = PAUSE_MS,
  { whole, restored = () => {}, overtaken = () => {} }: FromMemory = {},
) {
  const open = (storeName: string) => openStore(name, storeName)
  const disk: Disk = {
    records: open('records'),
    journal: open('journal'),
    sums: open('sums'),
    aside: open('damaged'),
  }
  const { journal } = disk
  const notes = openNotes(name, journal)
  /** noted, not yet begun */
  let waiting: Noted | null = null
  let underWay: Noted | null = null
  /** the pass not yet begun, and the last one there is */
  let coming: Promise<void> | null = null
  let latest: Promise<void> = Promise.resolve()

  /** steps that are, or were, in this window's list */
  const known = new Set<string>()

  async function apply(intent: Intent): Promise<void> {
    if (intent.changes.length >= PACKED_FROM) await putPacked(disk, intent.changes)
    else
      for (const { key, value } of intent.changes)
        await (value ? putRecord(disk, key, value) : dropRecord(disk, key))
    for (const step of intent.put) await putStep(journal, step)
    for (const id of intent.drop) await dropStep(journal, id)
    for (const id of [...intent.head.ids, ...intent.drop]) known.add(id)
    const lying = await journal.getItem<Head>('head')
    await journal.setItem(
      'head',
      joinHeads(lying, intent.head, (id) => known.has(id)),
    )
    if (intent.heard === undefined) return
    const before = (await journal.getItem<number>('heard')) ?? 0
    if (intent.heard > before) await journal.setItem('heard', intent.heard)
  }

  let opened = false
  /** a write broke off: the next that goes well does not yet mean that it will be found again */
  let shaken = false

  /** Site data cleared, or the database deleted, while the yard is open: all of it is written again. */
  async function writtenAgain(): Promise<boolean> {
    const revision = await journal.getItem<number>('revision')
    if ((revision ?? 0) > REVISION) throw new Overtaken()
    if (!opened || !whole || revision !== null) return false
    const { records, journal: steps, heard } = whole()
    const changes = Object.entries(records).flatMap(([collection, list]) =>
      Object.values(list).map((value) => ({ key: `${collection}/${value.id}`, value })),
    )
    const head = { ids: steps.steps.map(({ id }) => id), cursor: steps.cursor }
    await apply({ changes, put: steps.steps, drop: [], head, ...(heard ? { heard } : {}) })
    // Last: until it is there, the store counts as emptied.
    await journal.setItem('revision', REVISION)
    restored()
    return true
  }

  /** Writes what waits. What could not be written waits for the next try. */
  async function pass(): Promise<void> {
    if (!waiting) return
    const intent = waiting
    underWay = intent
    waiting = null
    try {
      await alone(name, async () => {
        // What is in memory has this step in it already.
        if (!(await writtenAgain())) await notes.carryOut(intent, apply)
        if (shaken) await settleDatabase()
        shaken = false
      })
    } catch (error) {
      if (error instanceof Overtaken) return await giveUp()
      shaken = true
      const later = waiting as Noted | null
      waiting = later ? { ...later, ...mergeIntents(intent, later) } : intent
      throw error
    } finally {
      underWay = null
    }
    // A step done while the notes are torn up has noted itself after them, and goes into the next pass.
    if (!waiting) await notes.forget()
  }

  /** What waits is forgotten, its notes too: the newer app is not to find records of an older shape in them. */
  async function giveUp(): Promise<void> {
    waiting = null
    await notes.forget()
    overtaken()
  }

  /** The pass that will take what waits now: one after another, each after a breath. */
  function nextPass(): Promise<void> {
    if (coming) return coming
    const before = latest
    coming = (async () => {
      await before.catch(() => {})
      if (pauseMs > 0) await breath(pauseMs)
      coming = null
      await pass()
    })()
    latest = coming
    return coming
  }

  /** Steps that no list names any more: two windows write one list, and each leaves out the other's. */
  async function dropOrphans(): Promise<void> {
    const { ids } = (await journal.getItem<Head>('head')) ?? { ids: [] }
    const named = new Set<string | null>([null, ...ids])
    for (const key of await journal.keys()) if (!named.has(stepOf(key))) await journal.removeItem(key)
  }

  return {
    /** Whether a record's latest word here is not on the disk yet. */
    unwritten(collection: string, id: string): boolean {
      const key = `${collection}/${id}`
      return [waiting, underWay].some((intent) => intent?.changes.some((change) => change.key === key))
    },

    /** Looks whether the store was emptied meanwhile, and writes all of it again. */
    async check(): Promise<void> {
      await alone(name, writtenAgain).catch((error: unknown) => {
        if (!(error instanceof Overtaken)) throw error
        return giveUp()
      })
    },

    /** Tries again to write what a full or failing disk refused. */
    flush: nextPass,

    /** The yard as it was left, what earlier pages had begun being finished first. */
    async load(): Promise<Loaded> {
      const revision = await journal.getItem<number>('revision')
      if (revision !== null && revision > REVISION) return readNewerYard(disk)
      const only = await onlyWindow(name)
      // Windows of the older app have heard of this one; what was typed in them a moment ago is written first.
      if (revision !== null && revision < REVISION && !only) await breath(2 * PAUSE_MS)
      // Under the lock: another window is not to write while this one reads.
      return alone(name, async () => {
        await notes.finish(apply)
        const loaded = await readYard(disk, revision)
        opened = true
        for (const { id } of loaded.journal.steps) known.add(id)
        if (only) await dropOrphans()
        else loaded.loose = false
        return loaded
      })
    },

    /** Packs the records again where many lie alone; call it once the page is idle. */
    tidy: (): Promise<void> => alone(name, () => packYardAgain(disk)),

    /** Damaged records that were set aside, as they lie there, by where they belonged. */
    async setAside(): Promise<Record<string, unknown>> {
      const keys = await disk.aside.keys()
      return Object.fromEntries(
        await Promise.all(keys.map(async (key) => [key, await disk.aside.getItem(key)] as const)),
      )
    },

    /**
     * Writes the records a step changed, in the given direction, and what became of the journal.
     * @param heard the last word of other devices that is in it
     * @returns once it is on the disk
     */
    async write(
      step: Pick<Step, 'changes'>,
      direction: 'do' | 'undo',
      { before, after, heard }: { before: Journal; after: Journal; heard?: number },
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
        ...(heard === undefined ? {} : { heard }),
      }
      waiting = notes.number(mergeIntents(waiting, intent))
      const noting = notes.write(underWay ? { ...waiting, ...mergeIntents(underWay, waiting) } : waiting)
      const passing = nextPass()
      // A note that could not be kept does no harm where the pass itself comes through.
      await Promise.all([noting.catch(() => {}), passing])
    },
  }
}

export type Repository = ReturnType<typeof openRepository>
