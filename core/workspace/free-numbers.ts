import type { Change, Records } from './history'
import type { RecordOf } from './schema'

type Heat = RecordOf<'heats'>

/**
 * Heats that bear a number another bears, with the next free one: the older keeps its own. Everybody who knows the
 * same heats comes to the same numbers.
 * @param stays ids of heats that keep their numbers before all others
 */
export function freeNumbers(
  heats: readonly Heat[],
  stays: ReadonlySet<string> = new Set(),
): Map<string, number> {
  const order = [...heats].sort(
    (a, b) =>
      Number(stays.has(b.id)) - Number(stays.has(a.id)) ||
      a.createdAt.localeCompare(b.createdAt) ||
      (a.id < b.id ? -1 : 1),
  )
  let last = heats.reduce((most, { number }) => Math.max(most, number), 0)
  const taken = new Set<number>()
  const given = new Map<string, number>()
  for (const { id, number } of order) {
    if (!taken.has(number)) taken.add(number)
    else given.set(id, ++last)
  }
  return given
}

/** The changes that give every heat of a yard a number of its own; none where each has one. */
export function numberingChanges(records: Records): Change[] {
  const heats = Object.values(records.heats)
  return [...freeNumbers(heats)].map(([id, number]) => {
    const before = records.heats[id]!
    return { collection: 'heats', id, before, after: { ...before, number } }
  })
}
