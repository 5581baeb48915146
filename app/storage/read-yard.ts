import {
  COLLECTIONS,
  emptyJournal,
  lastKnown,
  migrateRecord,
  noRecords,
  REVISION,
  sameRecord,
  type AnyRecord,
  type Collection,
  type Journal,
  type Records,
  type Step,
} from '#core/workspace'
import { dropRecord, getStep, putRecord, putStep, unpacked, type Disk, type Found, type Lying } from './disk'
import { yieldToEventLoop } from './breathe'
import type { Head } from './notes'
import { packAgain, sortOut, wantsPacking } from './packs'
import type { Store } from './store'

/** What a start of the app finds on the disk. */
export interface Loaded {
  records: Records
  journal: Journal
  /** records that could not be read; they are kept aside, not deleted */
  damaged: string[]
  /** damaged ones that the undo list still had as they were */
  repaired: string[]
  /** a newer app wrote it: so much of it is not understood, and nothing of it may be touched */
  newer: { leftOut: number } | null
  /** a disk on which no yard was ever written, or from which all was taken */
  blank: boolean
  /** the number of the last word of other devices that is in it; 0 where none is */
  heard: number
  /** so much lies alone that the next start is faster after `packYardAgain` */
  loose: boolean
}

type Guard = (typeof import('./guard'))['recordSchemas']

/** A step of an earlier revision whose records have today's shape, so that undo brings back what can be worked with. */
function grownStep(step: Step, from: number): Step {
  const grown = (collection: Collection, record: AnyRecord | null) =>
    migrateRecord(collection, record, from) as AnyRecord | null
  return {
    ...step,
    changes: step.changes.map((change) => ({
      ...change,
      before: grown(change.collection, change.before),
      after: grown(change.collection, change.after),
    })),
  }
}

/** The steps in their order, as they lie; where one is missing, undo reaches back no further than behind it. */
async function readJournal({ journal }: Disk): Promise<Journal> {
  const head = await journal.getItem<Head>('head')
  if (!head) return emptyJournal()
  const steps = await Promise.all(head.ids.map((id) => getStep(journal, id)))
  const from = steps.lastIndexOf(null) + 1
  if (from > head.cursor) return emptyJournal()
  return { steps: steps.slice(from) as Step[], cursor: head.cursor - from }
}

/** Where a record belongs by its key on the disk; null for none of this app's lists. */
function placeOf(key: string): { collection: Collection; id: string } | null {
  const [list, id = ''] = key.split('/')
  const collection = COLLECTIONS.find((one) => one === list)
  return collection ? { collection, id } : null
}

/** All a store holds, in one go; where one entry cannot be read, one by one, and that one as undefined. */
async function everything<T>(store: Store): Promise<Map<string, T | undefined>> {
  const all = new Map<string, T | undefined>()
  try {
    await store.iterate<T, undefined>((value, key) => {
      all.set(key, value)
      return undefined
    })
  } catch {
    for (const key of await store.keys())
      all.set(key, (await store.getItem<T>(key).catch(() => null)) ?? undefined)
  }
  return all
}

/**
 * A record as the app works with it, brought up to today's shape; null where it is torn or no such record.
 * @param from revision of the yard
 */
function readRecord(
  key: string,
  { value, whole }: Pick<Found, 'value' | 'whole'>,
  from: number,
  guard: Guard,
): { record: AnyRecord; grown: boolean } | null {
  const place = placeOf(key)
  if (whole === false || !place) return null
  const { collection, id } = place
  const today = from < REVISION ? migrateRecord(collection, value, from) : value
  const asIs = guard[collection].safeParse(today)
  // An earlier app's window may have written after this one brought the yard up to date.
  const parsed = asIs.success ? asIs : guard[collection].safeParse(migrateRecord(collection, value, 1))
  if (!parsed.success || parsed.data.id !== id) return null
  return { record: parsed.data, grown: !asIs.success || (today !== value && !sameRecord(today, value)) }
}

/**
 * The record as the undo list has it, where that is what the checksum was taken of, in today's shape.
 * @param lying the list as it lies: a record that has grown has another checksum
 */
function fromJournal(
  key: string,
  { isOf }: Pick<Found, 'isOf'>,
  { lying, revision, guard }: { lying: Journal; revision: number; guard: Guard },
): AnyRecord | null {
  const place = placeOf(key)
  const known = place && lastKnown(lying, place.collection, place.id)
  if (!known || !isOf(known)) return null
  return readRecord(key, { value: known, whole: null }, revision, guard)?.record ?? null
}

/** @param value what could be read of it, where it lies in a pack */
async function setAside(disk: Disk, key: string, value: unknown): Promise<void> {
  try {
    await disk.aside.setItem(key, (await disk.records.getItem(key)) ?? value ?? null)
    await dropRecord(disk, key)
  } catch {
    // What cannot even be copied stays where it is.
  }
}

/**
 * The yard on the disk, looked over: what is damaged is put right from the undo list, or set aside and the rest kept.
 * @param stored revision the disk says; null on a new disk and on those of the first revisions
 */
export async function readYard(disk: Disk, stored: number | null): Promise<Loaded> {
  const loaded: Loaded = {
    records: noRecords(),
    journal: emptyJournal(),
    damaged: [],
    repaired: [],
    newer: null,
    blank: false,
    heard: (await disk.journal.getItem<number>('heard')) ?? 0,
    loose: false,
  }
  const all = await everything<unknown>(disk.records)
  const sums = await everything<number>(disk.sums)
  const shelf = await sortOut(all, (key, value) => unpacked(value as Lying | undefined, sums.get(key)))
  const revision = stored ?? (all.size > 0 ? 1 : REVISION)
  loaded.blank = stored === null && all.size === 0
  loaded.loose = wantsPacking(shelf)
  all.clear()
  const lying = await readJournal(disk)
  loaded.journal =
    revision < REVISION ? { ...lying, steps: lying.steps.map((step) => grownStep(step, revision)) } : lying
  // The guard comes with the first record that has to be looked through: most yards open without it.
  let guard: Guard | null = null
  const awake = async () => (guard ??= (await import('./guard')).recordSchemas)
  const breathe = yieldToEventLoop()
  for (const [key, lies] of shelf.entries) {
    await breathe()
    if (lies.trusted && revision === REVISION) {
      const at = placeOf(key)
      if (at && lies.value?.id === at.id) {
        loaded.records[at.collection][at.id] = lies.value
        continue
      }
    }
    const schemas = await awake()
    const found = readRecord(key, lies, revision, schemas)
    const repaired = found ? null : fromJournal(key, lies, { lying, revision, guard: schemas })
    const record = found?.record ?? repaired
    const place = placeOf(key)
    if (record && place) loaded.records[place.collection][record.id] = record
    if (record && (found?.grown || repaired)) await putRecord(disk, key, record)
    if (repaired) loaded.repaired.push(key)
    if (record) continue
    await setAside(disk, key, lies.value)
    loaded.damaged.push(key)
  }
  if (stored !== REVISION) {
    for (const step of revision < REVISION ? loaded.journal.steps : []) await putStep(disk.journal, step)
    await disk.journal.setItem('revision', REVISION)
  }
  return loaded
}

/** Packs again what lies alone, read under the lock it is called under. */
export async function packYardAgain(disk: Disk): Promise<void> {
  const all = await everything<unknown>(disk.records)
  await packAgain(disk, all, (_, value) => unpacked(value as Lying | undefined, undefined))
}

/** What can be shown of a yard that a newer app keeps here; nothing on the disk is touched. */
export async function readNewerYard(disk: Disk): Promise<Loaded> {
  const { knownPart } = await import('./guard')
  const records = noRecords()
  let leftOut = 0
  const shelf = await sortOut(await everything<unknown>(disk.records), (_, value) =>
    unpacked(value as Lying | undefined, undefined),
  )
  for (const [key, { value }] of shelf.entries) {
    const place = placeOf(key)
    const known = place && knownPart(place.collection, value)
    if (known) records[place.collection][known.record.id] = known.record
    else leftOut++
  }
  const nothing = { journal: emptyJournal(), damaged: [], repaired: [], blank: false, heard: 0, loose: false }
  return { ...nothing, records, newer: { leftOut } }
}
