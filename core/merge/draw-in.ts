import { heatStamp } from '#core/heat'
import { freeNumbers, type AnyRecord, type Collection, type RecordOf, type Workspace } from '#core/workspace'
import { withPart, type Clash, type Comparison } from './merge'

/** Where one of the file's clashes is answered. */
export const clashKey = (collection: Collection, id: string, { path }: Pick<Clash, 'path'>): string =>
  [collection, id, ...path].join('/')

/** What drawing a file into a yard comes to. */
export interface MergedFile {
  edits: { collection: Collection; id: string; after: AnyRecord }[]
  /** heats of the file whose numbers the yard's own heats have */
  renumbered: { title: string; from: number; to: number }[]
}

type Heat = RecordOf<'heats'>
const isHeat = (record: AnyRecord): record is Heat => 'weighed' in record

/**
 * A file drawn into a yard: what is new comes in, what both have is drawn together, nothing is taken away. Heats of
 * the file whose number is taken get the next free one, and the names that mention it follow.
 * @param compared the yard against the file
 * @param answers by `clashKey`, whose word stands; where none is given, the later one's
 */
export function mergeFile(
  mine: Workspace,
  compared: readonly Comparison[],
  answers: ReadonlyMap<string, 'mine' | 'theirs'>,
): MergedFile {
  const edits = compared.flatMap(({ collection, added, changed }) =>
    // A yard has one set of settings: its own.
    collection === 'settings'
      ? []
      : [
          ...added.map((after) => ({ collection, id: after.id, after })),
          ...changed.map(({ mine: own, merged, clashes }) => ({
            collection,
            id: own.id,
            after: clashes.reduce((record, clash) => {
              const answer = answers.get(clashKey(collection, own.id, clash))
              return answer ? withPart(record, clash.path, clash[answer]) : record
            }, merged),
          })),
        ],
  )
  const heats = new Map(mine.heats.map((heat) => [heat.id, heat]))
  for (const { collection, id, after } of edits)
    if (collection === 'heats' && isHeat(after)) heats.set(id, after)
  const numbers = freeNumbers([...heats.values()], new Set(mine.heats.map(({ id }) => id)))
  const stamps = new Map<string, string>()
  const renumbered = [...numbers].map(([id, to]) => {
    const { title, number: from } = heats.get(id)!
    stamps.set(heatStamp(from), heatStamp(to))
    return { title, from, to }
  })
  const fromFile = new Set(compared.flatMap(({ added }) => added.map(({ id }) => id)))
  return {
    edits: edits.map((edit) => ({ ...edit, after: follow(edit.after) })),
    renumbered,
  }

  function follow(record: AnyRecord): AnyRecord {
    const number = numbers.get(record.id)
    const counted = number === undefined ? record : { ...record, number }
    if (stamps.size === 0 || !fromFile.has(record.id)) return counted
    const told = (text: string) => text.replaceAll(/\bH-\d{3,6}\b/g, (stamp) => stamps.get(stamp) ?? stamp)
    if ('title' in counted) return { ...counted, title: told(counted.title) }
    return 'name' in counted ? { ...counted, name: told(counted.name) } : counted
  }
}
