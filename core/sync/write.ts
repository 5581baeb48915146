import type { Doc } from 'yjs'
import { written, type DeviceId, type Entry, type Pen } from '#core/merge'
import type { Change } from '#core/workspace'
import { entriesOf, shelfOf } from './read'

/** How many writes each device has done. */
const CLOCKS = 'clocks'

/**
 * The number a device's next write gets.
 * @example nextWrite(new Doc(), 'desk') // 1
 */
export const nextWrite = (doc: Doc, device: DeviceId): number =>
  (doc.getMap<number>(CLOCKS).get(device) ?? 0) + 1

/**
 * Counts a write that was done.
 * @returns its number
 * @example countWrite(new Doc(), 'desk', 1) // 1
 */
export const countWrite = (doc: Doc, device: DeviceId, n: number): number =>
  doc.getMap<number>(CLOCKS).set(device, n)

/** Who writes, and which masses are told anew: all others are changed by what was taken or added. */
export interface Writing {
  device: DeviceId
  /** a mass was weighed or corrected as a whole, and is not what was there with something taken or added */
  toldAnew?: (change: Pick<Change, 'collection' | 'id'>) => boolean
}

/**
 * Writes what records have become. What of them did not change is not written, so that another device's changes of the
 * rest stand beside these; a lot's mass changes by what was taken or added, unless it was told anew.
 * @returns whether anything was written; then the document tells its listeners the update, in one
 * @example writeRecords(new Doc(), [{ collection: 'lots', id: 'a', after: null }], { device: 'desk' }) // false
 */
export function writeRecords(
  doc: Doc,
  changes: readonly Pick<Change, 'collection' | 'id' | 'after'>[],
  { device, toldAnew = () => false }: Writing,
): boolean {
  return doc.transact(() => {
    const n = nextWrite(doc, device)
    let wrote = false
    for (const change of changes)
      wrote = writeRecord(doc, change, { device, n, anew: toldAnew(change) }) || wrote
    if (wrote) countWrite(doc, device, n)
    return wrote
  }, device)
}

function writeRecord(
  doc: Doc,
  { collection, id, after }: Pick<Change, 'collection' | 'id' | 'after'>,
  pen: Pen,
): boolean {
  const { drop, put } = written(entriesOf(doc, collection, id), collection, after, pen)
  if (put.length === 0) return false
  const shelf = doc.getMap<Entry>(shelfOf(collection, id))
  for (const place of drop) shelf.delete(place)
  for (const [place, entry] of put) shelf.set(place, entry)
  return true
}
