/* What guards the reading and the writing of the disk, in a piece of its own so that it can come later. */
import { recordSchemas, type Change, type Collection } from '#core/workspace'

export { knownPart, recordSchemas } from '#core/workspace'

/** Why a record could not be read again if it were kept. */
export interface Unfit {
  collection: Collection
  /** where in the record */
  path: readonly PropertyKey[]
  /** Zod's name for the fault, what it is a fault of, and the bound that was overstepped */
  code: string
  origin?: string
  bound?: number
}

/** The first thing in a step's records that would not be read again; null where all of it would. */
export function unfitPart(changes: readonly Change[]): Unfit | null {
  for (const { collection, after } of changes) {
    const [issue] = (after && recordSchemas[collection].safeParse(after).error?.issues) ?? []
    if (!issue) continue
    const { code, path } = issue
    if (code === 'too_big')
      return { collection, path, code, origin: issue.origin, bound: Number(issue.maximum) }
    if (code === 'too_small')
      return { collection, path, code, origin: issue.origin, bound: Number(issue.minimum) }
    return { collection, path, code }
  }
  return null
}
