import { randomBytes } from 'node:crypto'
import type { Storage } from 'unstorage'
import { cutInPieces, joinPieces } from '#core/relay'
import { linkOf, NO_LINK, packParcel, unpackParcel } from './parcel-file'
import { bytesOf, StoreFull, type GroupLog, type LogState } from './store'

/** A kept parcel without its content, with its link in the chain. */
interface Entry {
  number: number
  bytes: number
  link: Buffer
}

const keyOf = (number: number) => String(number).padStart(10, '0')
const PARCEL = /^\d{10}$/
const ID = /^[\w-]{8,64}$/
/** A name for a log; by another name it is heard from the start. */
export const newLogId = () => randomBytes(12).toString('base64url')

/** What is known of a log from its name and the numbers and sizes of its parcels, in order. */
export function logState(
  id: string,
  last: number,
  entries: readonly { number: number; bytes: number }[],
): LogState {
  const bytes = entries.reduce((sum, one) => sum + one.bytes, 0)
  const first = entries[0]?.number ?? last + 1
  const kept = new Set(entries.map(({ number }) => number))
  const gaps = Array.from({ length: last - first + 1 }, (_, at) => first + at).filter((one) => !kept.has(one))
  return {
    id,
    first,
    last,
    gaps,
    count: entries.length,
    bytes,
    beyondFirst: bytes - (entries[0]?.bytes ?? 0),
  }
}

/** Works that are done one after the other, each whole. */
export function inTurns(): <T>(work: () => Promise<T>) => Promise<T> {
  let turn: Promise<unknown> = Promise.resolve()
  return (work) => {
    const done = turn.then(work)
    turn = done.catch(() => {})
    return done
  }
}

/**
 * A log in the storage of this process. Parcels are numbered and chained: each holds the link of the one before. A log in
 * which a parcel is damaged or missing gets a new name; every device then hears it from the start and sends what it
 * lacks, so that the devices heal it. Contents are read when they are asked for; only their numbers stay in memory.
 * @param storage the log's own part of it; only this process writes there
 * @param most bytes; nothing is kept beyond it
 * @param told of each parcel that is kept, in order
 * @throws Error of the storage where it cannot be read
 */
export async function openLog(
  storage: Storage,
  most: number,
  told: (number: number, pieces: Uint8Array[], from: string) => Promise<void> = () => Promise.resolve(),
): Promise<GroupLog & { bytes: () => number }> {
  const inTurn = inTurns()
  let entries: Entry[] = []
  let last = 0
  let id = newLogId()
  /** parcels found damaged or missing when the log was opened */
  let damaged = 0

  const bytes = () => entries.reduce((sum, one) => sum + one.bytes, 0)
  const link = () => entries.at(-1)?.link ?? NO_LINK
  const raw = async (key: string) => (await storage.getItemRaw<Buffer>(key)) ?? null
  async function put(key: string, value: Uint8Array): Promise<void> {
    try {
      await storage.setItemRaw(key, value)
    } catch (error) {
      throw new StoreFull('the parcel could not be written', { cause: error })
    }
  }
  /** A full disk does not keep a log from being healed; what could not be written is found again at the next start. */
  const ifRoom = (work: Promise<void>) =>
    work.catch((error: unknown) => {
      if (!(error instanceof StoreFull)) throw error
    })
  /** What is damaged is set aside, not deleted: nobody else may have it. */
  async function setAside(number: number): Promise<void> {
    const content = await raw(keyOf(number))
    if (content) await put(`${keyOf(number)}.bad`, content)
    await storage.removeItem(keyOf(number))
  }
  const write = (number: number, content: Uint8Array, previous: Buffer, own: Buffer) =>
    put(keyOf(number), packParcel({ number, content, previous, link: own }))
  /** Every device hears it from the start, by a new name. */
  async function renew(): Promise<void> {
    id = newLogId()
    await ifRoom(put('log', Buffer.from(id)))
  }

  const known = (await raw('log'))?.toString() ?? ''
  // A file that was cut short names nothing; what it named is heard again by another name.
  if (ID.test(known)) id = known
  else await ifRoom(put('log', Buffer.from(id)))
  for (const key of (await storage.getKeys()).toSorted()) {
    if (!PARCEL.test(key)) continue
    const number = Number(key)
    const file = await raw(key)
    const read = file ? unpackParcel(file, number) : 'damaged'
    const before = entries.at(-1)
    last = Math.max(last, number)
    if (!file || read === 'damaged') {
      damaged++
      await ifRoom(setAside(number))
      continue
    }
    const parcel =
      read === 'legacy' ? { content: file, previous: link(), link: linkOf(number, link(), file) } : read
    const follows = !before || parcel.previous.equals(before.link)
    if (!follows) damaged++
    if (!follows || read === 'legacy') await ifRoom(write(number, parcel.content, link(), parcel.link))
    entries.push({ number, bytes: parcel.content.length, link: Buffer.from(parcel.link) })
  }
  if (damaged > 0) await renew()

  /** The content of a parcel; damaged since the log was opened, it is left out and the log gets a new name. */
  async function contentOf({ number }: Entry): Promise<Uint8Array> {
    const file = await raw(keyOf(number))
    const read = file ? unpackParcel(file, number) : 'damaged'
    if (typeof read === 'object') return read.content
    await inTurn(() => leaveOut(number))
    throw new Error(`parcel ${number} is damaged`)
  }
  /** Closes the chain over a parcel that is set aside. */
  async function leaveOut(number: number | null): Promise<void> {
    const at = entries.findIndex((one) => one.number === number)
    const bad = entries[at]
    if (bad) {
      await ifRoom(setAside(bad.number))
      const [before, next] = [entries[at - 1], entries[at + 1]]
      const file = next && (await raw(keyOf(next.number)))
      const read = file ? unpackParcel(file, next.number) : null
      if (next && typeof read === 'object' && read)
        await ifRoom(write(next.number, read.content, before?.link ?? NO_LINK, next.link))
      entries = entries.filter((one) => one !== bad)
    }
    await renew()
  }

  return {
    bytes,
    state: () => Promise.resolve(logState(id, last, entries)),
    async *after(log, number) {
      for (const entry of log === id ? entries.filter((one) => one.number > number) : entries)
        yield { number: entry.number, pieces: cutInPieces(await contentOf(entry)) }
    },
    add: (pieces, from) =>
      inTurn(async () => {
        if (bytes() + bytesOf(pieces) > most) return null
        const number = last + 1
        const content = joinPieces(pieces)
        const own = linkOf(number, link(), content)
        await write(number, content, link(), own)
        last = number
        entries.push({ number, bytes: content.length, link: own })
        await told(number, pieces, from)
        return { number, count: entries.length, beyondFirst: bytes() - entries[0]!.bytes }
      }),
    replace: (upTo, pieces) =>
      inTurn(async () => {
        const gone = entries.filter(({ number }) => number <= upTo)
        const lastGone = gone.at(-1)
        if (upTo > last || !lastGone || pieces.length === 0) return false
        const without = bytes() - gone.reduce((sum, one) => sum + one.bytes, 0)
        if (without + bytesOf(pieces) > most) return false
        // Written over the last one first: a crash before the others are removed only leaves them to be heard twice.
        await write(lastGone.number, joinPieces(pieces), NO_LINK, lastGone.link)
        for (const { number } of gone) if (number !== lastGone.number) await storage.removeItem(keyOf(number))
        entries = [{ ...lastGone, bytes: bytesOf(pieces) }, ...entries.filter(({ number }) => number > upTo)]
        return true
      }),
    mend: (number) => inTurn(() => leaveOut(number)),
  }
}
