import { yieldToEventLoop } from './breathe'
import { inTurns } from './in-turns'
import type { AnyRecord } from '#core/workspace'
import { checksum, inOrder, recordSum, REVISION } from '#core/workspace'
import type { Disk, Found } from './disk'
import type { Store } from './store'

/*
 * Records that are written many at once lie in packs: one entry of the disk holds some of them as JSON text. Ten
 * thousand entries of one record each take a minute to write and four seconds to read.
 * A record that is changed later is written alone, and then counts instead of the one in the pack.
 */

/** So many changes at once are written in packs. */
export const PACKED_FROM = 200
/** Longest text of a pack, UTF-16 units: the browser keeps larger entries in files of their own, and reads them slower. */
const PACK_UNITS = 28_000
const PREFIX = 'pack/'
/** Where the journal keeps the number of the last pack. */
const COUNT = 'packs'

/** A text and its checksum for each key; an empty text where the record was deleted. */
interface Pack {
  /** revision of the shape its records were checked by when it was written */
  shape: number
  keys: string[]
  sums: number[]
  texts: string[]
}

/** A pack the browser could not read. */
const UNREADABLE: Found = { value: undefined, whole: false, trusted: false, isOf: () => false }

/** Lies in place of a record that was deleted while a pack may still hold it. */
const DELETED = { deleted: true } as const
const isDeleted = (value: unknown): boolean => (value as { deleted?: boolean } | undefined)?.deleted === true

/** What a read of the store found. */
export interface Shelf {
  entries: Map<string, Found>
  /** records that lie alone, and deletions */
  alone: number
  /** records in packs that no longer count */
  outdated: number
}

const packKey = (number: number) => PREFIX + String(number).padStart(8, '0')
const isPack = (key: string) => key.startsWith(PREFIX)

/** Returns the number of the last pack written; 0 where there is none. */
export const lastPack = async (journal: Store): Promise<number> => (await journal.getItem<number>(COUNT)) ?? 0

/** Deletes a record that lies alone, and hides the one a pack may hold. */
export async function dropAlone({ records }: Disk, key: string, packs: number): Promise<void> {
  await (packs > 0 ? records.setItem(key, DELETED) : records.removeItem(key))
}

/** Returns a record of a pack as `unpacked` returns one that lies alone. */
function inPack(text: string, sum: number, shape: number): Found {
  const whole = checksum(text) === sum
  let value: AnyRecord | undefined
  try {
    value = JSON.parse(text) as AnyRecord
  } catch {
    // Damaged text is no record: `whole` says so.
  }
  return { value, whole, trusted: whole && shape === REVISION, isOf: (other) => sum === recordSum(other) }
}

/**
 * Sorts what a store holds into one entry a record: later packs count before earlier ones, a record that lies alone
 * before any pack.
 * @param alone reads an entry that is not in a pack
 */
export async function sortOut(
  all: ReadonlyMap<string, unknown>,
  alone: (key: string, value: unknown) => Found,
): Promise<Shelf> {
  const entries = new Map<string, Found>()
  const packs = [...all.keys()].filter(isPack).sort()
  const last = new Map<string, string>()
  let packed = 0
  for (const key of packs)
    for (const own of (all.get(key) as Pack | undefined)?.keys ?? []) {
      packed++
      last.set(own, key)
    }
  const breathe = yieldToEventLoop()
  for (const key of packs) {
    const pack = all.get(key) as Pack | undefined
    if (!pack) {
      entries.set(key, UNREADABLE)
      continue
    }
    for (const [at, own] of pack.keys.entries()) {
      const text = pack.texts[at]
      // What lies alone counts instead, and need not be parsed.
      if (!text || last.get(own) !== key || all.has(own)) continue
      await breathe()
      entries.set(own, inPack(text, pack.sums[at] ?? 0, pack.shape))
    }
  }
  const live = entries.size
  let single = 0
  for (const [key, value] of all) {
    if (isPack(key)) continue
    single++
    if (isDeleted(value)) continue
    entries.set(key, alone(key, value))
  }
  return { entries, alone: single, outdated: packed - live }
}

/**
 * Writes records in packs after the last one, and removes those that lie alone under the same keys.
 * @param changes what each key becomes; null where the record is deleted
 */
export async function putPacked(
  { records, journal }: Disk,
  changes: readonly { key: string; value: AnyRecord | null }[],
): Promise<void> {
  const breathe = yieldToEventLoop()
  const texts: { key: string; text: string }[] = []
  for (const { key, value } of changes) {
    await breathe()
    texts.push({ key, text: value ? JSON.stringify(inOrder(value)) : '' })
  }
  await putTexts({ records, journal }, texts)
  const keys = new Set(changes.map(({ key }) => key))
  await removeAll(
    records,
    (await records.keys()).filter((key) => keys.has(key)),
  )
}

/** Writes texts in packs. The numbers are taken first: packs of a write that broke off are written over by the next. */
async function putTexts(
  { records, journal }: Pick<Disk, 'records' | 'journal'>,
  texts: readonly { key: string; text: string }[],
): Promise<void> {
  const parcels = parcelled(texts)
  const first = (await lastPack(journal)) + 1
  await journal.setItem(COUNT, first + parcels.length - 1)
  await inTurns(parcels, (some, at) => {
    const pack: Pack = {
      shape: REVISION,
      keys: some.map(({ key }) => key),
      sums: some.map(({ text }) => checksum(text)),
      texts: some.map(({ text }) => text),
    }
    return records.setItem(packKey(first + at), pack)
  })
}

/** Splits texts into parcels of the length of a pack. */
function parcelled<T extends { text: string }>(texts: readonly T[]): T[][] {
  const parcels: T[][] = []
  let units = Infinity
  for (const one of texts) {
    units += one.text.length
    if (units > PACK_UNITS) {
      parcels.push([])
      units = one.text.length
    }
    parcels.at(-1)!.push(one)
  }
  return parcels
}

const removeAll = (store: Store, keys: readonly string[]): Promise<void> =>
  inTurns(keys, (key) => store.removeItem(key))

/** Whether so much lies alone, or is outdated, that the next start is faster after packing again. */
export const wantsPacking = ({ entries, alone, outdated }: Shelf): boolean =>
  alone > PACKED_FROM || outdated > PACKED_FROM + entries.size

/**
 * Packs all records of today's shape again. A start that read and checked them must have come first. Broken off at any
 * point it leaves the same records: new packs come first, old packs go before the deletions that hide parts of them.
 * @param all what the store holds, read under the same lock
 * @param alone reads an entry that is not in a pack
 */
export async function packAgain(
  disk: Pick<Disk, 'records' | 'journal'>,
  all: ReadonlyMap<string, unknown>,
  alone: (key: string, value: unknown) => Found,
): Promise<void> {
  const texts = new Map<string, string>()
  const packs = [...all.keys()].filter(isPack).sort()
  if (packs.some((key) => !all.get(key))) return
  for (const key of packs) {
    const pack = all.get(key) as Pack
    for (const [at, own] of pack.keys.entries()) texts.set(own, pack.texts[at] ?? '')
  }
  const singles: string[] = []
  const breathe = yieldToEventLoop()
  for (const [key, value] of all) {
    if (isPack(key)) continue
    await breathe()
    const found = isDeleted(value) ? null : alone(key, value)
    // What is damaged, or from an older app, stays where it lies: the next start sees to it.
    if (found && !(found.whole && found.value)) {
      texts.delete(key)
      continue
    }
    singles.push(key)
    if (found?.value) texts.set(key, JSON.stringify(inOrder(found.value)))
    else texts.delete(key)
  }
  const kept = [...texts].flatMap(([key, text]) => (text ? [{ key, text }] : []))
  await putTexts(disk, kept)
  await removeAll(disk.records, packs)
  await removeAll(disk.records, singles)
}
