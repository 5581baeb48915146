import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { cutInPieces, joinPieces } from '#core/relay'

/** One thing that is kept, as its sender encrypted it. */
interface Entry {
  number: number
  pieces: Uint8Array[]
}

const bytesOf = (pieces: readonly Uint8Array[]) => pieces.reduce((sum, { length }) => sum + length, 0)
const fileOf = (number: number) => String(number).padStart(10, '0')

/**
 * What devices of one group sent, in order, for those that come later.
 * @param most bytes; beyond it nothing more is kept
 * @param folder where it lies; without one it is forgotten with the process
 */
export function openLog(most: number, folder?: string) {
  let entries: Entry[] = []
  let bytes = 0
  let last = 0
  let id = randomBytes(12).toString('base64url')
  if (folder) {
    mkdirSync(folder, { recursive: true, mode: 0o700 })
    const named = join(folder, 'log')
    if (existsSync(named)) id = readFileSync(named, 'utf8')
    else writeFileSync(named, id, { mode: 0o600 })
    for (const name of readdirSync(folder).sort()) {
      if (!/^\d{10}$/.test(name)) continue
      const pieces = cutInPieces(readFileSync(join(folder, name)))
      last = Number(name)
      bytes += bytesOf(pieces)
      entries.push({ number: last, pieces })
    }
  }
  const write = ({ number, pieces }: Entry) => {
    if (!folder) return
    const path = join(folder, fileOf(number))
    writeFileSync(`${path}.new`, joinPieces(pieces), { mode: 0o600 })
    renameSync(`${path}.new`, path)
  }
  return {
    id: () => id,
    last: () => last,
    count: () => entries.length,
    bytes: () => bytes,
    /** What was kept after a number; all of it for who had another log. */
    after: (log: string | null, number: number): readonly Entry[] =>
      log === id ? entries.filter((one) => one.number > number) : entries,
    /** @returns its number; null where there is no room for it */
    add(pieces: Uint8Array[]): number | null {
      if (bytes + bytesOf(pieces) > most) return null
      const entry = { number: last + 1, pieces }
      write(entry)
      last = entry.number
      bytes += bytesOf(pieces)
      entries.push(entry)
      return entry.number
    },
    /** One thing in place of all up to a number. */
    replace(upTo: number, pieces: Uint8Array[]): boolean {
      const gone = entries.filter(({ number }) => number <= upTo)
      if (upTo > last || gone.length === 0) return false
      const without = bytes - gone.reduce((sum, one) => sum + bytesOf(one.pieces), 0)
      if (without + bytesOf(pieces) > most) return false
      const whole = { number: upTo, pieces }
      // The whole takes the last one's place first: what is then still there of the others is only told twice.
      write(whole)
      if (folder)
        for (const { number } of gone)
          if (number !== upTo) rmSync(join(folder, fileOf(number)), { force: true })
      entries = [whole, ...entries.filter(({ number }) => number > upTo)]
      bytes = without + bytesOf(pieces)
      return true
    },
  }
}
export type KeptLog = ReturnType<typeof openLog>
