import type { Collection } from './collections'
import type { Change, Records } from './history'
import { mergeRecords, type Clash } from './merge'
import { sameRecord } from './same-record'
import type { AnyRecord } from './schema'

/** A field two windows changed, each to something else, and on which record. */
export interface OpenClash extends Clash {
  collection: Collection
  id: string
}

/** A yard after another window's changes were taken over. */
export interface Heard {
  records: Records
  /** records both windows had changed, drawn together field by field: they are still to be written */
  drawn: Change[]
  clashes: OpenClash[]
}

/** Takes another window's changes over; what this window has changed of the same record meanwhile is kept beside. */
export function hearChanges(records: Records, changes: readonly Change[]): Heard {
  const heard: Heard = { records: { ...records }, drawn: [], clashes: [] }
  for (const { collection, id, before, after } of changes) {
    const mine = records[collection][id] ?? null
    let value: AnyRecord | null = after
    if (mine && !sameRecord(mine, before) && !sameRecord(mine, after)) {
      const merged = after ? mergeRecords(before, mine, after) : { merged: mine, clashes: [] }
      value = merged.merged
      heard.clashes.push(...merged.clashes.map((clash) => ({ ...clash, collection, id })))
      heard.drawn.push({ collection, id, before: mine, after: value } as Change)
    }
    const others = Object.entries(heard.records[collection]).filter(([key]) => key !== id)
    heard.records[collection] = Object.fromEntries(value ? [...others, [id, value]] : others)
  }
  return heard
}
