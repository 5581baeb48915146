import { COLLECTIONS, type Collection } from './collections'

/** How far the shape of a yard has grown. Files and stored yards say theirs; a greater one is newer than this app. */
export const REVISION = 19

type Raw = Record<string, unknown>

/** What one revision added. It fills in what is missing and leaves all else as it is, so it may be done twice. */
interface Growth {
  to: number
  lists?: readonly Collection[]
  record?: (collection: Collection, record: Raw) => Raw
}

const GROWTH: readonly Growth[] = [
  {
    // A heat keeps its margin, and the lots of its plan once the first is weighed. Earlier ones were planned without.
    to: 2,
    record: (collection, record) =>
      collection === 'heats' ? { confidence: null, planLots: weighedLots(record), ...record } : record,
  },
  { to: 3, lists: ['gear'] },
  { to: 4, lists: ['practices'] },
  // From here on a file says its revision.
  { to: 5 },
  {
    // Heats keep the plan they are weighed by, their tolerance and whose losses they reckon with. A certainty told
    // before was that of each limit by itself, and in heats that are done stays so.
    to: 6,
    record: (collection, record) =>
      collection === 'heats' && record.loggedAt && typeof record.confidence === 'number'
        ? { confidenceOf: 'each', ...record }
        : record,
  },
  // Zinc and tin as base metals, what a heat freezes at, what a crucible last held: nothing to be filled in.
  { to: 7 },
  // The time zone of a heat's day; files that vouch for themselves.
  { to: 8 },
  // Large steps lie on the disk in parts.
  { to: 9 },
  {
    // A record and its checksum lie on the disk in one value. Recoveries told for "other" alloys are those of zinc and
    // of tin, which have got names of their own.
    to: 10,
    record: (collection, record) =>
      collection === 'settings' && isObject(record.overruledRecovery)
        ? { ...record, overruledRecovery: withoutOther(record.overruledRecovery) }
        : record,
  },
  // Heats that aim at no alloy, which ingots went into a heat, castings one by one, what they are sold by,
  // ingots weighed in moulds that are weighed empty later, and what stands on a bin's label.
  { to: 11 },
  // What crucibles are made of and have been through, what a furnace takes at most, and moulds of more kinds.
  { to: 12 },
  // Cooling curves, four-wire and eddy-current readings, and the colour of a file mark among the tests of a heat.
  { to: 13 },
  // Fire and lid among what is written down at the furnace.
  { to: 14 },
  // The plan of a heat is kept with it.
  { to: 15 },
  // Many records lie on the disk in packs.
  { to: 16 },
  // Lots of scrap that can be one of several metals: the answer to their question. Heats that use up chosen lots.
  { to: 17 },
  // Prices of new metal among the settings.
  { to: 18 },
  // The doubt of the losses among what a heat is planned with.
  { to: 19 },
]

/** A value with fields of its own: neither a list nor a plain word. */
export const isObject = (value: unknown): value is Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

function weighedLots({ weighed }: Raw): unknown[] {
  return Array.isArray(weighed)
    ? [...new Set(weighed.map((line) => (isObject(line) ? line.lotId : line)))]
    : []
}

const OTHER = 'other/'

function withoutOther(told: Raw): Raw {
  const others = Object.entries(told).filter(([key]) => key.startsWith(OTHER))
  const own = Object.entries(told).filter(([key]) => !key.startsWith(OTHER))
  const named = others.flatMap(([key, value]) =>
    ['Zn', 'Sn'].map((family) => [`${family}/${key.slice(OTHER.length)}`, value] as const),
  )
  return Object.fromEntries([...named, ...own])
}

/** The revision a file or stored yard says; 1 where it says none, as the first ones did. */
export function revisionOf(value: unknown): number {
  const said = isObject(value) ? value.revision : undefined
  return typeof said === 'number' && Number.isInteger(said) && said > 0 ? said : 1
}

/**
 * A record of an earlier revision in today's shape. What is no record is given back as it came.
 * @param from revision it was written in
 */
export function migrateRecord(collection: Collection, value: unknown, from: number): unknown {
  if (!isObject(value)) return value
  return GROWTH.reduce(
    (record, { to, record: grow }) => (to > from && grow ? grow(collection, record) : record),
    value,
  )
}

/** A workspace document of an earlier revision in today's shape; one of today's is given back as it came. */
export function migrateWorkspace(value: unknown): unknown {
  const from = revisionOf(value)
  if (!isObject(value) || from >= REVISION) return value
  const grown: Raw = { ...value, revision: REVISION }
  for (const { to, lists } of GROWTH)
    if (to > from) for (const list of lists ?? []) if (!(list in grown)) grown[list] = []
  for (const collection of COLLECTIONS) {
    const records = grown[collection]
    if (Array.isArray(records))
      grown[collection] = records.map((record) => migrateRecord(collection, record, from))
  }
  return grown
}
