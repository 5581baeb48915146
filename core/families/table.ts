import file from '#data/families.json'
import { familiesSchema } from './schema'

/** Checked as it is read: a family that lacks something never gets as far as a furnace. */
export const TABLE = familiesSchema.parse(file)
