import { totalG } from '#core/lists'
import { mix, mainElement, UNIDENTIFIED, type Composition } from '#core/composition'
import type { Lot } from './schema'

/** All bins of one metal. */
export interface BinsOfMetal {
  /** the element they hold most of */
  metal: string
  massG: number
  lots: number
}

/** What lies in the bins, taken together. */
export interface BinsTogether {
  massG: number
  /** of all of it, wt% */
  composition: Composition
  /** the heaviest first */
  byMetal: BinsOfMetal[]
}

/**
 * The metal a lot holds most of, as its bin is sorted.
 * @returns symbol; '?' where nothing is known of it
 * @example mainMetal({ composition: { Cu: 70, Zn: 30 } }) // 'Cu'
 */
export function mainMetal({ composition }: Pick<Lot, 'composition'>): string {
  return mainElement(composition) ?? UNIDENTIFIED
}

/** What lies in the bins, taken together and by metal. */
export function binsTogether(lots: readonly Pick<Lot, 'composition' | 'massG'>[]): BinsTogether {
  const there = lots.filter(({ massG }) => massG > 0)
  const byMetal = new Map<string, BinsOfMetal>()
  for (const lot of there) {
    const metal = mainMetal(lot)
    const bins = byMetal.get(metal) ?? { metal, massG: 0, lots: 0 }
    byMetal.set(metal, { metal, massG: bins.massG + lot.massG, lots: bins.lots + 1 })
  }
  return {
    massG: totalG(there),
    composition: mix(there),
    byMetal: [...byMetal.values()].sort((a, b) => b.massG - a.massG),
  }
}
