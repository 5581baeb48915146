import type { Change, Collection, Journal } from '#core/workspace'

/** Returns a record as it was when it was last taken away here; null where it was not. */
export function lastTaken({ steps }: Journal, collection: Collection, id: string): Change['before'] {
  const changed = steps.flatMap(({ changes }) => changes)
  const last = changed.findLast((one) => one.collection === collection && one.id === id && !one.after)
  return last?.before ?? null
}
