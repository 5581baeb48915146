import { COLLECTIONS, photosOf, type AnyRecord } from '#core/workspace'
import { useYard } from '~/storage/yard-store'

/** Deletes pictures that no record names and no undo could bring back. */
export async function sweepLostPhotos(): Promise<void> {
  const { sweepPhotos } = await import('~/storage/photos')
  await sweepPhotos(named)
}

/** Returns the pictures that records and the undo list name. */
function named(): Set<string> {
  const yard = useYard()
  const ids = new Set<string>()
  const note = (record: AnyRecord | null) => {
    if (record) for (const id of photosOf(record)) ids.add(id)
  }
  for (const collection of COLLECTIONS) Object.values(yard.records[collection]).forEach(note)
  for (const { changes } of yard.journal.steps)
    for (const { before, after } of changes) {
      note(before)
      note(after)
    }
  return ids
}
