import table from '#data/cautions.json'

export interface Caution {
  id: string
  /** can kill or maim: shown strongly */
  danger: boolean
  title: string
  text: string
}

export const CAUTIONS: readonly Caution[] = table.cautions
export const CAUTION_SOURCE = table.source

/**
 * @throws RangeError for an id the table does not have
 * @example findCaution('damp').danger // true
 */
export function findCaution(id: string): Caution {
  const caution = CAUTIONS.find((entry) => entry.id === id)
  if (!caution) throw new RangeError(`no caution "${id}"`)
  return caution
}
