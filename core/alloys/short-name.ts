import type { Alloy } from './schema'

/**
 * What an alloy is called where there is room for a word or two: a standard's number, else its own name.
 * @example shortName(gunmetal) // 'C90500'
 */
export function shortName({ id, name, designation }: Pick<Alloy, 'id' | 'name' | 'designation'>): string {
  return designation.endsWith(id) ? id : name
}
