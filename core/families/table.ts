import { PRACTICES } from '#core/alloys'
import { tableOf } from '#core/records'
import file from '#data/families.json'
import { familiesSchema } from './schema'

export const TABLE = tableOf(familiesSchema, file)

const written = Object.keys(TABLE.families)
/** The kinds of alloy in the order the table has them. */
export const FAMILY_ORDER = [...PRACTICES].sort((one, other) => written.indexOf(one) - written.indexOf(other))
