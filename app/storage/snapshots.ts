import { openStore } from './store'

/** A yard as it stood, kept apart from the yard itself. */
export interface Snapshot {
  at: string
  /** counted on from the last: the order they were taken in, whatever the clock said; those of before have none */
  number?: number
  why: string
  heats: number
  lots: number
  /** the yard's file */
  text: string
}

const KEPT = 10
const store = openStore('hephaestal-snapshots', 'snapshots')

/** The snapshots kept, newest first, without their text. */
export async function listSnapshots(): Promise<(Omit<Snapshot, 'text'> & { key: string })[]> {
  const found: (Omit<Snapshot, 'text'> & { key: string })[] = []
  await store.iterate<Snapshot, undefined>(({ text: _, ...rest }, key) => {
    found.push({ ...rest, key })
    return undefined
  })
  return found.sort((a, b) => (b.number ?? 0) - (a.number ?? 0) || (a.at < b.at ? 1 : -1))
}

export async function readSnapshot(key: string): Promise<string | null> {
  return (await store.getItem<Snapshot>(key))?.text ?? null
}

/** Keeps one more, and lets the oldest go. */
export async function keepSnapshot(snapshot: Snapshot): Promise<void> {
  const last = (await listSnapshots()).reduce((most, { number = 0 }) => Math.max(most, number), 0)
  await store.setItem(`${snapshot.at} ${crypto.randomUUID().slice(0, 8)}`, { ...snapshot, number: last + 1 })
  for (const { key } of (await listSnapshots()).slice(KEPT)) await store.removeItem(key)
}
