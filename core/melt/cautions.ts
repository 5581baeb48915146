import table from '#data/cautions.json'
import { basisOf } from './basis'

export interface Caution {
  id: string
  /** can kill or maim: shown strongly */
  danger: boolean
  title: string
  text: string
  /** where it comes from: published guidance by its subject, or common practice */
  basis: string
}

export const CAUTIONS: readonly Caution[] = table.cautions.map((one) => ({
  ...one,
  basis: basisOf(table.bases, one.basis),
}))
export const CAUTION_SOURCE = table.source

/**
 * Returns a caution of the table.
 * @throws RangeError for an unknown id
 * @example findCaution('damp').danger // true
 */
export function findCaution(id: string): Caution {
  const caution = CAUTIONS.find((entry) => entry.id === id)
  if (!caution) throw new RangeError(`no caution "${id}"`)
  return caution
}
