import type { Composition } from '#core/composition'

/** A liquidus with where it came from: the published value of a grade or the estimate below. */
export interface Liquidus {
  liquidusC: number
  kind: 'published' | 'estimate'
  /** half-width of the doubt, °C; 0 for a published value */
  spreadC: number
}

const AL_SLOPES = { Si: 6.6, Cu: 3.4, Mg: 5, Zn: 2, Mn: 1 } as const
const CU_SLOPES = { Zn: 4.2, Pb: 3.5, Al: 5, Si: 20, Mn: 3, Ni: -6.5 } as const

/** Casting and wrought silicon bronzes of like composition are published 85 °C apart. */
const SILICON_SPREAD_C = 90

/**
 * Liquidus of a blend estimated from its composition, linear in the solutes (with a square term for tin).
 * @param composition mass percent
 * @returns °C with ±7 °C (aluminium) or ±20 °C (copper; ±40 °C with much zinc, or lead and zinc together; ±90 °C with
 *   silicon, whose published values lie far apart)
 * @source engineering estimate, fitted to the published liquidus values of the library's alloys
 * @example estimateLiquidus({ Cu: 89, Sn: 11 }).liquidusC // 998.976
 */
export function estimateLiquidus(composition: Composition): Liquidus {
  const pct = (symbol: string) => composition[symbol] ?? 0
  if (pct('Al') > 50) {
    let liquidusC = 660.3
    for (const [symbol, slope] of Object.entries(AL_SLOPES)) liquidusC -= slope * pct(symbol)
    return { liquidusC: Math.max(577, liquidusC), kind: 'estimate', spreadC: 7 }
  }
  let liquidusC = 1084.6 - (4.33 * pct('Sn') + 0.314 * pct('Sn') ** 2)
  for (const [symbol, slope] of Object.entries(CU_SLOPES)) liquidusC -= slope * pct(symbol)
  const mixed = pct('Zn') > 35 || (pct('Pb') > 1 && pct('Zn') > 1)
  return { liquidusC, kind: 'estimate', spreadC: pct('Si') > 1 ? SILICON_SPREAD_C : mixed ? 40 : 20 }
}

/**
 * Liquidus to work with: the published value of the grade when there is one, else the estimate.
 */
export function liquidusOf(alloy: { liquidusC?: number | undefined }, composition: Composition): Liquidus {
  if (alloy.liquidusC !== undefined) return { liquidusC: alloy.liquidusC, kind: 'published', spreadC: 0 }
  return estimateLiquidus(composition)
}

export interface PourWindow {
  fromC: number
  usualC: number
  toC: number
}

/**
 * Temperatures to pour between: liquidus + 60 to + 150 °C, usually + 100.
 * @source common practice, no source
 * @example pourWindow(999) // { fromC: 1059, usualC: 1099, toC: 1149 }
 */
export function pourWindow(liquidusC: number): PourWindow {
  return { fromC: liquidusC + 60, usualC: liquidusC + 100, toC: liquidusC + 150 }
}
