import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { cutInPieces, joinPieces } from '#core/relay'
import { linkOf, NO_LINK, packParcel, unpackParcel } from './parcel-file'
import { writeSafely } from './safe-write'

/** A kept parcel, as its sender encrypted it, with its link in the chain. */
interface Entry {
  number: number
  pieces: Uint8Array[]
  link: Buffer
}

const bytesOf = (pieces: readonly Uint8Array[]) => pieces.reduce((sum, { length }) => sum + length, 0)
const fileOf = (number: number) => String(number).padStart(10, '0')
const newId = () => randomBytes(12).toString('base64url')
const ID = /^[\w-]{8,64}$/

/**
 * What devices of one group sent, in order, for devices that come later. Parcels are numbered and chained: each holds
 * the link of the one before. A log in which a parcel is damaged or missing gets a new name; every device then hears it
 * from the start and sends what it lacks, so that the devices heal it.
 * @param most bytes; nothing is kept beyond it
 * @param folder where it lies; without one it is forgotten with the process
 * @throws Error of the file system where the folder cannot be read or written
 */
export function openLog(most: number, folder?: string) {
  let entries: Entry[] = []
  let bytes = 0
  let last = 0
  let id = newId()
  /** parcels found damaged or missing when the log was opened */
  let damaged = 0

  const path = (number: number) => join(folder!, fileOf(number))
  const link = () => entries.at(-1)?.link ?? NO_LINK
  function keepId(): void {
    if (folder) writeSafely(join(folder, 'log'), id)
  }
  /** What is damaged is set aside, not deleted: nobody else may have it. */
  function setAside(number: number): void {
    if (folder && existsSync(path(number))) renameSync(path(number), `${path(number)}.bad`)
  }
  function write({ number, pieces, link: own }: Entry, previous: Buffer): void {
    if (!folder) return
    writeSafely(path(number), packParcel({ number, content: joinPieces(pieces), previous, link: own }))
  }
  /** Every device hears it from the start, by a new name. */
  function renew(): void {
    id = newId()
    keepId()
  }

  if (folder) {
    mkdirSync(folder, { recursive: true, mode: 0o700 })
    const named = join(folder, 'log')
    const known = existsSync(named) ? readFileSync(named, 'utf8') : ''
    // A file that was cut short names nothing; what it named is heard anew by another name.
    if (ID.test(known)) id = known
    else keepId()
    for (const name of readdirSync(folder).sort()) {
      if (!/^\d{10}$/.test(name)) continue
      const number = Number(name)
      const file = readFileSync(join(folder, name))
      const read = unpackParcel(file, number)
      const before = entries.at(-1)
      last = Math.max(last, number)
      if (read === 'damaged') {
        damaged++
        setAside(number)
        continue
      }
      const parcel =
        read === 'legacy' ? { content: file, previous: link(), link: linkOf(number, link(), file) } : read
      const entry = { number, pieces: cutInPieces(parcel.content), link: parcel.link }
      const follows = !before || parcel.previous.equals(before.link)
      if (!follows) damaged++
      if (!follows || read === 'legacy') write(entry, link())
      bytes += bytesOf(entry.pieces)
      entries.push(entry)
    }
    if (damaged > 0) renew()
  }

  /** Closes the chain over a parcel that was set aside. */
  function leaveOut(bad: Entry): void {
    const at = entries.indexOf(bad)
    entries.splice(at, 1)
    bytes -= bytesOf(bad.pieces)
    setAside(bad.number)
    const [before, next] = [entries[at - 1], entries[at]]
    if (next) write(next, before?.link ?? NO_LINK)
  }

  return {
    id: () => id,
    /** Number of the first parcel that is kept; one past the last where none is. */
    first: () => entries[0]?.number ?? last + 1,
    last: () => last,
    /** Numbers between the first and the last that are not kept. */
    gaps(): number[] {
      const kept = new Set(entries.map(({ number }) => number))
      const from = entries[0]?.number ?? last + 1
      return Array.from({ length: last - from + 1 }, (_, at) => from + at).filter((one) => !kept.has(one))
    },
    count: () => entries.length,
    bytes: () => bytes,
    /** Bytes of all parcels but the first, which is the whole where many were laid together. */
    beyondFirst: () => bytes - bytesOf(entries[0]?.pieces ?? []),
    damaged: () => damaged,
    /** Parcels after a number; all of them for a device that knew the log by another name. */
    after: (log: string | null, number: number): readonly Pick<Entry, 'number' | 'pieces'>[] =>
      log === id ? entries.filter((one) => one.number > number) : entries,
    /**
     * @returns its number; null where there is no room for it
     * @throws Error of the file system, for example a full disk; nothing is kept then
     */
    add(pieces: Uint8Array[]): number | null {
      if (bytes + bytesOf(pieces) > most) return null
      const number = last + 1
      const entry = { number, pieces, link: linkOf(number, link(), joinPieces(pieces)) }
      write(entry, link())
      last = number
      bytes += bytesOf(pieces)
      entries.push(entry)
      return number
    },
    /**
     * Puts one parcel in place of all up to a number. It takes over the link of the last one it replaces, so that the
     * chain goes on.
     * @returns false where there is nothing to replace or no room
     * @throws Error of the file system; the log is then as it was
     */
    replace(upTo: number, pieces: Uint8Array[]): boolean {
      const gone = entries.filter(({ number }) => number <= upTo)
      const lastGone = gone.at(-1)
      if (upTo > last || !lastGone || pieces.length === 0) return false
      const without = bytes - gone.reduce((sum, one) => sum + bytesOf(one.pieces), 0)
      if (without + bytesOf(pieces) > most) return false
      const whole = { number: lastGone.number, pieces, link: lastGone.link }
      // Written over the last one first: a crash before the others are removed only leaves them to be heard twice.
      write(whole, NO_LINK)
      if (folder)
        for (const { number } of gone) if (number !== whole.number) rmSync(path(number), { force: true })
      entries = [whole, ...entries.filter(({ number }) => number > upTo)]
      bytes = without + bytesOf(pieces)
      return true
    },
    /**
     * Heals the log through its devices: a parcel that one of them could not read is set aside, and all hear the log
     * from the start.
     * @param number of the parcel; null where something is missing or devices do not agree
     */
    mend(number: number | null): void {
      const bad = number === null ? undefined : entries.find((one) => one.number === number)
      if (bad) leaveOut(bad)
      renew()
    },
  }
}
export type KeptLog = ReturnType<typeof openLog>
