import {
  COLLECTIONS,
  isObject,
  migrateRecord,
  MOST_SENSELESS,
  noRecords,
  recordSum,
  recordSchemas,
  REVISION,
  revisionOf,
  toWorkspace,
  type AnyRecord,
  type Collection,
  type Records,
  type Workspace,
} from '#core/workspace'

/** What of a damaged yard can still be had. */
export interface Salvage {
  /** records that are as they were saved */
  whole: Workspace
  /** those, and the ones that can be read but are not as they were saved, or that nothing vouches for */
  readable: Workspace
  counts: { whole: number; doubtful: number; lost: number }
}

type Raw = Record<string, unknown>
interface Found {
  collection: Collection
  record: Raw
}

/** Where a record's own checksum stands in a file. */
export const checkKey = (collection: Collection, id: string): string => `${collection}/${id}`

/** The checksum of every record, as a file carries them. */
export function recordChecks(
  collections: Readonly<Record<Collection, readonly unknown[]>>,
): Record<string, number> {
  return Object.fromEntries(
    COLLECTIONS.flatMap((collection) =>
      collections[collection].map((record) => [
        checkKey(collection, String((record as Raw).id)),
        recordSum(record),
      ]),
    ),
  )
}

/** The records of a yard's file that is no longer as it was saved. */
export function salvageValue(value: Raw): Salvage {
  const found = COLLECTIONS.flatMap((collection) => {
    const list = value[collection]
    return Array.isArray(list) ? list.filter(isObject).map((record): Found => ({ collection, record })) : []
  })
  return salvaged(found, isObject(value.checks) ? value.checks : {}, revisionOf(value))
}

/**
 * The records of a yard's file that is no JSON any more, cut off or with a letter lost: those that stand on lines of
 * their own, as they were written, and make sense by themselves.
 * @returns null where there is none
 */
export function salvageText(text: string): Salvage | null {
  if (!text.slice(0, 200).includes('"hephaestal/workspace"')) return null
  const found: Found[] = []
  const checks: Raw = {}
  let collection: Collection | null = null
  let lines: string[] | null = null
  let revision = REVISION
  for (const line of text.split('\n')) {
    const [, key] = /^ "(\w+)": [[{]$/.exec(line) ?? []
    if (key !== undefined) {
      collection = COLLECTIONS.find((name) => name === key) ?? null
      lines = null
    }
    const [, said] = /^ "revision": (\d+),?$/.exec(line) ?? []
    if (said !== undefined) revision = revisionOf({ revision: Number(said) })
    const [, check, sum] = /^ {2}"(\w+\/[^"]{1,200})": (\d+),?$/.exec(line) ?? []
    if (check !== undefined) checks[check] = Number(sum)
    if (!collection) continue
    if (line === '  {') lines = []
    lines?.push(line)
    if (!lines || !/^ {2}\},?$/.test(line)) continue
    const record = parsed(lines.join('\n').replace(/,$/, ''))
    if (record) found.push({ collection, record })
    lines = null
  }
  return found.length > 0 ? salvaged(found, checks, revision) : null
}

function parsed(text: string): Raw | null {
  try {
    const value: unknown = JSON.parse(text)
    return isObject(value) ? value : null
  } catch {
    return null
  }
}

function salvaged(found: readonly Found[], checks: Raw, revision: number): Salvage {
  const whole = noRecords()
  const readable = noRecords()
  const senseless = new Map<Collection, number>()
  for (const { collection, record } of found) {
    const passedOver = senseless.get(collection) ?? 0
    if (passedOver >= MOST_SENSELESS) continue
    const read = recordSchemas[collection].safeParse(migrateRecord(collection, record, revision))
    if (!read.success) {
      senseless.set(collection, passedOver + 1)
      continue
    }
    const kept = read.data as AnyRecord
    readable[collection][kept.id] = kept
    if (checks[checkKey(collection, kept.id)] === recordSum(record)) whole[collection][kept.id] = kept
  }
  const count = (records: Records) =>
    COLLECTIONS.reduce((sum, collection) => sum + Object.keys(records[collection]).length, 0)
  const wholeCount = count(whole)
  const readableCount = count(readable)
  const written = Math.max(found.length, Object.keys(checks).length)
  return {
    whole: toWorkspace(whole),
    readable: toWorkspace(readable),
    counts: {
      whole: wholeCount,
      doubtful: readableCount - wholeCount,
      lost: Math.max(0, written - readableCount),
    },
  }
}
