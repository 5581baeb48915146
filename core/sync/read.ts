import type { Doc } from 'yjs'
import { COLLECTIONS, type AnyRecord, type Collection } from '#core/workspace'
import { treeFrom, valueOf, type Entry } from '#core/merge'

/**
 * What a record's part of the document is called.
 * @example shelfOf('lots', 'a') // 'lots/a'
 */
export const shelfOf = (collection: Collection, id: string): string => `${collection}/${id}`

/**
 * The record whose part of the document is called so.
 * @returns null for what is no record's
 * @example recordOn('lots/a') // { collection: 'lots', id: 'a' }
 */
export function recordOn(name: string): { collection: Collection; id: string } | null {
  const [first, id] = name.split('/')
  const collection = COLLECTIONS.find((one) => one === first)
  return collection && id ? { collection, id } : null
}

/**
 * The entries of a record; none where there is no such record.
 * @example entriesOf(new Doc(), 'lots', 'a').size // 0
 */
export function entriesOf(doc: Doc, collection: Collection, id: string): Map<string, Entry> {
  const name = shelfOf(collection, id)
  return doc.share.has(name) ? new Map(doc.getMap<Entry>(name).entries()) : new Map<string, Entry>()
}

/**
 * A record as all that is known here makes it.
 * @returns null where there is none, or it was taken away
 * @example readRecord(new Doc(), 'lots', 'a') // null
 */
export function readRecord(doc: Doc, collection: Collection, id: string): AnyRecord | null {
  const tree = treeFrom(entriesOf(doc, collection, id))
  return tree && (valueOf(tree) as AnyRecord)
}

/**
 * Every record there is or was, by collection and id.
 * @example recordNames(new Doc()) // []
 */
export function recordNames(doc: Doc): { collection: Collection; id: string }[] {
  return [...doc.share.keys()].flatMap((name) => recordOn(name) ?? [])
}
