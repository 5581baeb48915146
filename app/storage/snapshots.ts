import { openStore } from './store'

/** A yard as it stood, kept apart from the yard itself. */
export interface Snapshot {
  at: string
  /** counted on from the last: the order they were taken in, whatever the clock said; those of before have none */
  number?: number
  why: string
  heats: number
  lots: number
}

/** The yard's file, UTF-8. */
type Bytes = Uint8Array<ArrayBuffer>
/** As the first ones lie, with their text in them. */
type Lying = Snapshot & { text?: string }

const KEPT = 10
const store = openStore('hephaestal-snapshots', 'snapshots')
/** Apart from the list, which is looked through often. */
const files = openStore('hephaestal-snapshot-files', 'files')

/** The snapshots kept, newest first. */
export async function listSnapshots(): Promise<(Snapshot & { key: string })[]> {
  const found: (Snapshot & { key: string })[] = []
  await store.iterate<Lying, undefined>(({ text: _, ...rest }, key) => {
    found.push({ ...rest, key })
    return undefined
  })
  return found.sort((a, b) => (b.number ?? 0) - (a.number ?? 0) || (a.at < b.at ? 1 : -1))
}

/** The yard's file as it was kept, UTF-8; null where it is not there. */
export async function readSnapshot(key: string): Promise<Bytes | null> {
  const bytes = await files.getItem<Bytes>(key)
  if (bytes) return bytes
  const text = (await store.getItem<Lying>(key))?.text
  return text === undefined ? null : new TextEncoder().encode(text)
}

/** Keeps one more, and lets the oldest go. */
export async function keepSnapshot(snapshot: Snapshot, file: Bytes): Promise<void> {
  const last = (await listSnapshots()).reduce((most, { number = 0 }) => Math.max(most, number), 0)
  const key = `${snapshot.at} ${crypto.randomUUID().slice(0, 8)}`
  // The file first: a snapshot in the list is one that is there.
  await files.setItem(key, file)
  await store.setItem(key, { ...snapshot, number: last + 1 })
  for (const { key: old } of (await listSnapshots()).slice(KEPT)) {
    await store.removeItem(old)
    await files.removeItem(old)
  }
}
