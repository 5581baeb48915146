import file from '#data/alloys.json'
import type { Alloy } from './schema'

/** The library of target alloys; each entry names its source. The file is checked against the schema in the tests. */
export const ALLOYS = file.alloys as unknown as readonly Alloy[]

/**
 * Finds a library alloy.
 * @returns the alloy, or undefined when the library has none of that id
 */
export function findAlloy(id: string): Alloy | undefined {
  return ALLOYS.find((alloy) => alloy.id === id)
}
