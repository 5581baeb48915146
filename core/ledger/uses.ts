import { baseMetal, type Alloy } from '#core/alloys'
import type { Measured } from '#core/assay'
import table from '#data/uses.json'

/** What a metal must not be used for, and why. */
export interface Use {
  element: string
  mustNot: string
  why: string
}

export const USES_SOURCE = table.source
/** What always holds for a metal analysed at home. */
export const USES_UNSURE = table.unsure

/**
 * What a measured metal must not be used for. The upper end of the spread counts: what may be there is there.
 * @source data/uses.json
 */
export function usesOf(
  alloy: Pick<Alloy, 'base' | 'limits' | 'nominal' | 'practice'>,
  measured: Readonly<Record<string, Pick<Measured, 'pct' | 'sd' | 'below'>>>,
): Use[] {
  return table.limits.flatMap(({ element, abovePct, mustNot, why, base, practices }) => {
    const found = measured[element]
    if (!found || (base && base !== baseMetal(alloy)) || (practices && !practices.includes(alloy.practice)))
      return []
    const most = found.below ?? found.pct + 2 * found.sd
    return most > abovePct && (found.below === undefined || found.below > 10 * abovePct)
      ? [{ element, mustNot, why }]
      : []
  })
}
