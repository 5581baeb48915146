import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/alloys.json'
import { alloySchema, type Alloy } from './schema'

/** The library of target alloys; each entry names its source. */
export const ALLOYS: readonly Alloy[] = tableOf(
  z.strictObject({ version: z.number(), alloys: z.array(alloySchema) }),
  file,
).alloys

/**
 * Finds a library alloy.
 * @returns the alloy, or undefined when the library has none of that id
 * @example findAlloy('C90500')?.name // 'Gunmetal, 88-10-0-2'
 */
export function findAlloy(id: string): Alloy | undefined {
  return ALLOYS.find((alloy) => alloy.id === id)
}
