import localforage from 'localforage'

/** A yard as it stood, kept apart from the yard itself. */
export interface Snapshot {
  at: string
  why: string
  heats: number
  lots: number
  /** the yard's file */
  text: string
}

const KEPT = 10
const store = localforage.createInstance({
  name: 'hephaestal-snapshots',
  storeName: 'snapshots',
  driver: localforage.INDEXEDDB,
})

/** The snapshots kept, newest first, without their text. */
export async function listSnapshots(): Promise<(Omit<Snapshot, 'text'> & { key: string })[]> {
  const found: (Omit<Snapshot, 'text'> & { key: string })[] = []
  await store.iterate<Snapshot, undefined>(({ text: _, ...rest }, key) => {
    found.push({ ...rest, key })
    return undefined
  })
  return found.sort((a, b) => (a.at < b.at ? 1 : -1))
}

export async function readSnapshot(key: string): Promise<string | null> {
  return (await store.getItem<Snapshot>(key))?.text ?? null
}

/** Keeps one more, and lets the oldest go. */
export async function keepSnapshot(snapshot: Snapshot): Promise<void> {
  await store.setItem(`${snapshot.at} ${crypto.randomUUID().slice(0, 8)}`, snapshot)
  for (const { key } of (await listSnapshots()).slice(KEPT)) await store.removeItem(key)
}
