import { PRACTICES } from '#core/alloys'
import file from '#data/families.json'
import { familiesSchema } from './schema'

/** Checked as it is read: a family that lacks something never gets as far as a furnace. */
export const TABLE = familiesSchema.parse(file)

const written = Object.keys(file.families)
/** The kinds of alloy in the order the table has them. */
export const FAMILY_ORDER = [...PRACTICES].sort((one, other) => written.indexOf(one) - written.indexOf(other))
