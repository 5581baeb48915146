import type * as z from 'zod'
import { COLLECTIONS, type Collection } from './collections'
import { toWorkspace } from './convert'
import { noRecords } from './history'
import { recordSchemas, type AnyRecord, type Workspace } from './schema'

/** A yard of a newer app, as far as this one understands it. */
export interface Newer {
  workspace: Workspace
  /** records that make no sense here */
  leftOut: number
  /** names of what this app does not know, each once */
  unknown: string[]
}

type Raw = Record<PropertyKey, unknown>

/** So many records of one kind that make no sense are looked at; the rest of that kind is only counted. */
export const MOST_SENSELESS = 500

/** Rounds of taking unknown parts out: as deep as records are nested, and some more. */
const ROUNDS = 12

/**
 * A record a newer app wrote, without the parts this one does not know.
 * @returns null where what is left is no record of today's shape either
 */
export function knownPart(
  collection: Collection,
  value: unknown,
): { record: AnyRecord; unknown: string[] } | null {
  const copy: unknown = structuredClone(value)
  const unknown: string[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const parsed = recordSchemas[collection].safeParse(copy)
    if (parsed.success) return { record: parsed.data, unknown }
    const found = parsed.error.issues.flatMap((issue) => takenOut(copy, issue))
    if (found.length === 0) return null
    unknown.push(...found)
  }
  return null
}

/** Takes the keys an issue complains of out of the tree. */
function takenOut(tree: unknown, issue: z.core.$ZodIssue): string[] {
  if (issue.code !== 'unrecognized_keys') return []
  const at = issue.path.reduce<unknown>((inner, key) => (inner as Raw | undefined)?.[key], tree) as Raw
  for (const key of issue.keys) Reflect.deleteProperty(at, key)
  return issue.keys
}

/** What of a newer app's workspace can be shown: never to be worked on, for what is unknown would be lost. */
export function knownWorkspace(value: Record<string, unknown>): Newer {
  const records = noRecords()
  const unknown = new Set(
    Object.keys(value).filter(
      (key) => !['format', 'version', 'revision', ...COLLECTIONS].includes(key) && Array.isArray(value[key]),
    ),
  )
  let leftOut = [...unknown].reduce((count, key) => count + (value[key] as unknown[]).length, 0)
  for (const collection of COLLECTIONS) {
    const list = value[collection]
    let senseless = 0
    for (const raw of Array.isArray(list) ? list : []) {
      const known = senseless < MOST_SENSELESS ? knownPart(collection, raw) : null
      if (known) {
        records[collection][known.record.id] = known.record
        for (const name of known.unknown) unknown.add(name)
      } else {
        senseless++
        leftOut++
      }
    }
  }
  return { workspace: toWorkspace(records), leftOut, unknown: [...unknown] }
}
