import type { AnyRecord, Step } from '#core/workspace'
import { inTurns } from './in-turns'
import { openStore, type Store } from './store'

/** The order of the steps kept, and how many of them are done. */
export interface Head {
  ids: string[]
  cursor: number
}

/** What a write is about to do. */
export interface Intent {
  changes: { key: string; value: AnyRecord | null }[]
  put: Step[]
  drop: string[]
  head: Head
  /** the last word of other devices that is in it: kept with the records, or not at all */
  heard?: number
}

/** An intent as it is noted, with the window it is of and its place in the order of all notes. */
export interface Noted extends Intent {
  window: string
  number: number
}

/** So many records at once are too many for the quick store, whatever is in them. */
const QUICK_MOST = 400

/** Entries of a note in one piece: so few are written in a few milliseconds. */
const PART = 50
const PARTS = '/part/'

/** A note as it lies on the disk: whole, or, where it is long, in so many pieces beside it. */
type LyingNote = Noted & { parts?: number }
/** A piece: entries of one of the note's lists of changes, its own (-1) or that of one of its steps. */
interface Piece {
  of: number
  /** as JSON text; revisions up to 15 kept them as they are */
  changes: string | unknown[]
}

/** Last of all comes the note itself: without it its pieces are none. */
async function putNote(store: Store, key: string, noted: Noted): Promise<void> {
  const lists: [number, readonly unknown[]][] = [
    [-1, noted.changes],
    ...noted.put.map(({ changes }, of) => [of, changes] as [number, readonly unknown[]]),
  ]
  if (lists.every(([, changes]) => changes.length <= PART)) return void (await store.setItem(key, noted))
  const pieces = lists.flatMap(([of, changes]) =>
    Array.from({ length: Math.ceil(changes.length / PART) }, (_, at) => ({ of, from: at * PART, changes })),
  )
  const parts = pieces.length
  await inTurns(pieces, ({ of, from, changes }, part) => {
    const piece: Piece = { of, changes: JSON.stringify(changes.slice(from, from + PART)) }
    return store.setItem(`${key}${PARTS}${part}`, piece)
  })
  const head: LyingNote = {
    ...noted,
    changes: [],
    put: noted.put.map((step) => ({ ...step, changes: [] })),
    parts,
  }
  await store.setItem(key, head)
}

/** @returns null where it, or a piece of it, is not there: it was never begun to be done */
async function getNote(store: Store, key: string): Promise<Noted | null> {
  const lying = await store.getItem<LyingNote>(key)
  if (!lying?.parts) return lying
  const { parts, ...noted } = lying
  for (let part = 0; part < parts; part++) {
    const piece = await store.getItem<Piece>(`${key}${PARTS}${part}`)
    if (!piece) return null
    const list: unknown[] = piece.of < 0 ? noted.changes : noted.put[piece.of]!.changes
    const { changes } = piece
    list.push(...(typeof changes === 'string' ? (JSON.parse(changes) as unknown[]) : changes))
  }
  return noted
}

async function dropNote(store: Store, key: string): Promise<void> {
  const parts = (await store.getItem<LyingNote>(key))?.parts ?? 0
  await store.removeItem(key)
  await inTurns(Array.from({ length: parts }), (_, part) => store.removeItem(`${key}${PARTS}${part}`))
}

/** So many windows' last numbers are remembered: a note may come back that was done long ago. */
const WINDOWS_REMEMBERED = 40

const yes = () => true
const no = () => false

/** Two intents in one: the later one's word on every record and step. */
export function mergeIntents(first: Intent | null, second: Intent): Intent {
  if (!first) return second
  const changes = new Map([...first.changes, ...second.changes].map((change) => [change.key, change]))
  const dropped = new Set([...first.drop, ...second.drop])
  const put = new Map([...first.put, ...second.put].map((step) => [step.id, step]))
  return {
    changes: [...changes.values()],
    put: [...put.values()].filter(({ id }) => !dropped.has(id)),
    drop: [...dropped],
    head: second.head,
    ...heardOf(first, second),
  }
}

/** What other devices said last, of several. */
function heardOf(...intents: readonly Pick<Intent, 'heard'>[]): Pick<Intent, 'heard'> {
  const heard = intents.flatMap((one) => one.heard ?? [])
  return heard.length > 0 ? { heard: Math.max(...heard) } : {}
}

/**
 * The notes of what is to be written, so that neither a tab nor a browser ended at any moment leaves a step half done.
 * Each is kept twice: in the browser's synchronous store, where a page closed the next moment cannot lose it, and,
 * before the write begins, beside the records, in the order of the disk. What was done is numbered, so that a note
 * the browser forgot to forget does not bring old values back. Numbers are counted on from those on the disk and from
 * the other windows': no clock is asked, for clocks are set.
 * @param journal the store beside the records
 */
export function openNotes(name: string, journal: Store) {
  const quick = openStore(name, 'notes', 'quick')
  const self = crypto.randomUUID()
  const key = `intent/${self}`
  const largeKey = `${key}/large`
  /** The note beside the journal that is, or is being, written. */
  let large: { number: number; written: Promise<void> } | null = null
  let last = 0

  /** The last number any window of this browser has given, as far as the quick store remembers. */
  function lastOfAll(): number {
    try {
      return Number(localStorage.getItem(`${name}/count`)) || 0
    } catch {
      return 0
    }
  }
  function remember(number: number): void {
    try {
      localStorage.setItem(`${name}/count`, String(number))
    } catch {
      // Without it windows count for themselves; what is on the disk still orders them.
    }
  }

  const doneNumbers = async () => (await journal.getItem<Record<string, number>>('done')) ?? {}

  async function markDone({ window, number }: Noted): Promise<void> {
    const done = Object.entries({ ...(await doneNumbers()), [window]: number })
    const latest = done.sort(([, a], [, b]) => b - a).slice(0, WINDOWS_REMEMBERED)
    await journal.setItem('done', Object.fromEntries(latest))
  }

  return {
    /** The intent with its place in the order. */
    number(intent: Intent): Noted {
      last = Math.max(last, lastOfAll()) + 1
      remember(last)
      return { ...intent, window: self, number: last }
    },

    /** Writes down all that is not on the disk yet: small notes at once, those too large for it beside the journal. */
    async write(noted: Noted): Promise<void> {
      try {
        if (noted.changes.length > QUICK_MOST) throw new RangeError('too many')
        await quick.setItem(key, noted)
      } catch {
        large = { number: noted.number, written: putNote(journal, largeKey, noted) }
        await large.written
        await quick.removeItem(key).catch(() => {})
      }
    },

    /** All that was noted is on the disk. */
    async forget(): Promise<void> {
      const dropping = large ? dropNote(journal, largeKey) : null
      large = null
      // Both at once: what is noted from here on is not torn up with them.
      await Promise.all([dropping, quick.removeItem(key).catch(() => {})])
    },

    /** Does what an intent says, noted on the disk while it is under way. */
    async carryOut(noted: Noted, apply: (intent: Intent) => Promise<void>): Promise<void> {
      // A large one is in the journal already, or will be in a moment.
      const there = large?.number === noted.number && (await large.written.then(yes, no))
      if (!there) await putNote(journal, key, noted)
      await apply(noted)
      await markDone(noted)
      await dropNote(journal, key)
    },

    /** Finishes what earlier pages had noted and not done, in the order in which they noted it, and counts on from there. */
    async finish(apply: (intent: Intent) => Promise<void>): Promise<void> {
      const found: { from: Store; key: string; noted: Noted | null }[] = []
      for (const from of [journal, quick]) {
        const keys = (await from.keys().catch(() => [])).filter((entry) => entry.startsWith('intent'))
        for (const entry of keys)
          if (!entry.includes(PARTS)) found.push({ from, key: entry, noted: await getNote(from, entry) })
          else if (!keys.includes(entry.slice(0, entry.indexOf(PARTS)))) await from.removeItem(entry)
      }
      const numbers = [...Object.values(await doneNumbers()), ...found.map(({ noted }) => noted?.number ?? 0)]
      last = numbers.reduce((most, number) => Math.max(most, number || 0), last)
      found.sort((a, b) => (a.noted?.number ?? 0) - (b.noted?.number ?? 0))
      for (const { from, key: entry, noted } of found) {
        if (noted && !(noted.number <= ((await doneNumbers())[noted.window] ?? 0))) {
          await apply(noted)
          // Those of the first revisions have no number.
          if (noted.window) await markDone(noted)
        }
        await dropNote(from, entry)
      }
    },
  }
}
