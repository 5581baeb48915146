import {
  applyUpdate,
  Doc,
  encodeStateAsUpdate,
  encodeStateVector,
  getState,
  decodeUpdate,
  mergeUpdates,
  Skip,
} from 'yjs'
import type { AnyRecord, Change, Collection } from '#core/workspace'
import type { DeviceId, Path } from '#core/merge'
import { answerQuestion, openQuestions, takeUpdate, type OpenQuestion, type Touched } from './hear'
import { readRecord, recordNames } from './read'
import { countWrite, nextWrite, writeRecords } from './write'

/** Of each writer of the document, how much of what it wrote is known. */
export type Heads = Record<string, number>

/** What is written in one go, characters of its JSON: each such part is one update, small enough for a line. */
const AT_ONCE = 128 * 1024

const ABOUT = 'about'

/**
 * A yard as several devices have it.
 * @param device who writes here
 * @param updates what was written and heard before, in any order
 * @example openSharedYard('desk', []).names() // []
 */
export function openSharedYard(device: DeviceId, updates: readonly Uint8Array[]) {
  const doc = new Doc()
  // What was asked and answered when these came is in them: nothing is drawn together a second time.
  if (updates.length > 0) applyUpdate(doc, mergeUpdates([...updates]))
  const heads = (): Heads =>
    Object.fromEntries([...doc.store.clients.keys()].map((client) => [client, getState(doc.store, client)]))

  const isAllIn = (known: Heads) =>
    Object.entries(heads()).every(([client, head]) => (known[client] ?? 0) >= head)

  return {
    read: (collection: Collection, id: string): AnyRecord | null => readRecord(doc, collection, id),
    names: () => recordNames(doc),
    /** Writes what records have become; a large change in parts. */
    write(changes: readonly Omit<Change, 'before'>[]): void {
      let part: Omit<Change, 'before'>[] = []
      let size = 0
      const flush = () => {
        if (part.length > 0) writeRecords(doc, part, { device, toldAnew: isToldAnew })
        part = []
        size = 0
      }
      for (const change of changes) {
        part.push(change)
        size += JSON.stringify(change.after).length
        if (size > AT_ONCE) flush()
      }
      flush()
    },
    /** @returns records that are not what they were */
    take(update: Uint8Array): Touched[] {
      const touched = takeUpdate(doc, update, device)
      return [...new Map(touched.map((one) => [`${one.collection}/${one.id}`, one])).values()]
    },
    questions: (read: (one: Touched, path: Path) => unknown): OpenQuestion[] => openQuestions(doc, read),
    answer(asked: Pick<OpenQuestion, 'collection' | 'id' | 'path'>): void {
      doc.transact(() => {
        // Counted as a write: what only takes away would not show among the heads.
        if (answerQuestion(doc, asked, device)) countWrite(doc, device, nextWrite(doc, device))
      }, device)
    },
    /** Called with every update that is written here. */
    onWritten(listener: (update: Uint8Array) => void): void {
      doc.on('update', (update: Uint8Array, origin: unknown) => {
        if (origin === device) listener(update)
      })
    },
    /** Called when what is said beside the records may be otherwise. */
    onSaid(listener: () => void): void {
      doc.getMap(ABOUT).observe(() => listener())
    },
    /** Something said to all devices beside the records; undefined takes it back. */
    say(name: string, value: unknown): void {
      doc.transact(() => {
        if (value === undefined) doc.getMap(ABOUT).delete(name)
        else doc.getMap(ABOUT).set(name, value)
        countWrite(doc, device, nextWrite(doc, device))
      }, device)
    },
    said: (): Record<string, unknown> => Object.fromEntries(doc.getMap(ABOUT).entries()),
    heads,
    /** Whether another that knows so much knows all. */
    isAllIn,
    /** Whether something heard waits for what came before it and is missing here. */
    isWaiting: (): boolean => doc.store.pendingStructs !== null || doc.store.pendingDs !== null,
    /** All there is, as one update. */
    whole: (): Uint8Array => encodeStateAsUpdate(doc),
    /** What another that knows so much does not know; null where it knows all. */
    beyond(known: Heads): Uint8Array | null {
      if (isAllIn(known)) return null
      const vector = new Map(Object.entries(known).map(([client, head]) => [Number(client), head]))
      return encodeStateAsUpdate(doc, encodeStateVector(vector))
    },
  }
}
export type SharedYard = ReturnType<typeof openSharedYard>

const isToldAnew = (change: Pick<Change, 'collection' | 'id'>) =>
  (change as Partial<Change>).toldAnew === true

/** What of each writer an update holds: from which write on, and up to where without a gap. */
export type Reach = Record<string, { from: number; to: number }>

/**
 * What an update holds of each writer.
 * @throws Error where the bytes are no update
 * @example reachOf(openSharedYard('desk', []).whole()) // {}
 */
export function reachOf(update: Uint8Array): Reach {
  const reach: Reach = {}
  const ended = new Set<number>()
  for (const struct of decodeUpdate(update).structs) {
    const { client, clock } = struct.id
    const known = reach[client]
    // Only what follows without a gap is counted: a skip stands for what the update does not hold.
    if (struct instanceof Skip || (known && clock !== known.to)) ended.add(client)
    if (ended.has(client)) continue
    if (known) known.to = clock + struct.length
    else reach[client] = { from: clock, to: clock + struct.length }
  }
  return reach
}

/**
 * What is known of each writer once an update is heard. An update that does not follow what is known adds nothing: what
 * lies between is missing.
 * @example extendHeads({ a: 3 }, { a: { from: 3, to: 5 }, b: { from: 2, to: 4 } }) // { a: 5 }
 */
export function extendHeads(known: Heads, reach: Reach): Heads {
  const extended = { ...known }
  for (const [client, { from, to }] of Object.entries(reach)) {
    const head = known[client] ?? 0
    if (from <= head && to > head) extended[client] = to
  }
  return extended
}

const FNV_START = 0x811c9dc5
const FNV_PRIME = 0x01000193

/**
 * A short sign of all that is known: two devices with the same sign have heard the same. The order of writers does not
 * matter. It guards against faults, not against forgery.
 * @source FNV-1a, 32 bits, twice with different starts (Fowler, Noll, Vo)
 * @example signOfHeads({ a: 3, b: 4 }) === signOfHeads({ b: 4, a: 3 }) // true
 */
export function signOfHeads(heads: Heads): string {
  const text = Object.entries(heads)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map((one) => one.join(':'))
    .join(' ')
  const hash = (start: number) => {
    let sum = start
    for (let at = 0; at < text.length; at++) sum = Math.imul(sum ^ text.charCodeAt(at), FNV_PRIME)
    return (sum >>> 0).toString(36)
  }
  return `${hash(FNV_START)}-${hash(FNV_START ^ FNV_PRIME)}`
}
