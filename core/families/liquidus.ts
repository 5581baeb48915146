import { between } from '#core/lists'
import type { Composition } from '#core/composition'
import { METALS, type LiquidusModel } from './schema'
import { TABLE } from './table'

/** A liquidus with where it came from: the published value of a grade, what the caster typed, or the estimate below. */
export interface Liquidus {
  liquidusC: number
  kind: 'published' | 'typed' | 'estimate'
  /** half-width of the doubt, °C */
  spreadC: number
}

/** A liquidus lower than pure copper's by so much was checked only where one element does it, °C. */
const DEEP_C = 150
const MUCH_C = 35

/**
 * Liquidus of a blend estimated from its composition, only where such estimates were checked.
 * @param composition mass percent
 * @returns °C with the half-width of its doubt: 7 to 20 (aluminium), 20 (copper; 40 with much zinc or with lead and zinc
 *   together; 90 with silicon, whose published values lie far apart), 10 (zinc), 30 (tin); null where no diagram behind
 *   the estimate reaches
 * @source data/families.json: liquidus of each metal, with its own
 * @example estimateLiquidus({ Cu: 90, Sn: 10 })?.liquidusC // 1005
 */
export function estimateLiquidus(composition: Composition): Liquidus | null {
  const metal = METALS.find((one) => (composition[one] ?? 0) > 50)
  if (!metal) return null
  const { liquidus: model } = TABLE.metals[metal]
  if (reachesBeyond(composition, metal, model.most)) return null
  switch (model.model) {
    case 'aluminium':
      return ofAluminium(composition, model)
    case 'copper':
      return ofCopper(composition, model)
    case 'zinc':
      return estimate(between(model.aluminium, composition.Al ?? 0), model.spreadC)
    case 'tin':
      return ofTin(composition, model)
  }
}

type Model<Name extends LiquidusModel['model']> = Extract<LiquidusModel, { model: Name }>
const estimate = (liquidusC: number, spreadC: number): Liquidus => ({ liquidusC, kind: 'estimate', spreadC })

function ofAluminium(
  composition: Composition,
  { pureC, slopes, eutectic, spreadC, eutecticSpreadC, beyondSpreadC }: Model<'aluminium'>,
): Liquidus {
  const silicon = composition.Si ?? 0
  const first = pureC - sloped(composition, slopes)
  const second = eutectic.celsius + eutectic.slopeBeyond * Math.max(0, silicon - eutectic.siliconPct)
  const liquidusC = Math.max(first, second)
  const spread =
    silicon > eutectic.siliconPct ? beyondSpreadC : first < second + spreadC ? eutecticSpreadC : spreadC
  return estimate(liquidusC, spread)
}

function ofCopper(composition: Composition, model: Model<'copper'>): Liquidus | null {
  const { pureC, tin, slopes, spreadC, mixedSpreadC, siliconSpreadC } = model
  const pct = (symbol: string) => composition[symbol] ?? 0
  const liquidusC = pureC - (pureC - between(tin, pct('Sn'))) - sloped(composition, slopes)
  const mixed = pct('Zn') > 35 || (pct('Pb') > 1 && pct('Zn') > 1)
  if (pureC - liquidusC > DEEP_C && loweringMuch(composition, model) > 1) return null
  return estimate(liquidusC, pct('Si') > 1 ? siliconSpreadC : mixed ? mixedSpreadC : spreadC)
}

/** How many of the elements lower it a good deal by themselves: two that do were never checked together. */
function loweringMuch(composition: Composition, { pureC, tin, slopes }: Model<'copper'>): number {
  const by = [
    pureC - between(tin, composition.Sn ?? 0),
    ...Object.entries(slopes).map(([symbol, slope]) => slope * (composition[symbol] ?? 0)),
  ]
  return by.filter((celsius) => celsius > MUCH_C).length
}

function ofTin(composition: Composition, { pureC, antimonySlope, copper, spreadC }: Model<'tin'>): Liquidus {
  const withoutC = pureC + antimonySlope * (composition.Sb ?? 0)
  return estimate(between([[0, withoutC], ...copper], composition.Cu ?? 0), spreadC)
}

/** Whether an element is above what the corner was checked with; those it does not name count together. */
function reachesBeyond(
  composition: Composition,
  base: string,
  most: Readonly<Record<string, number>>,
): boolean {
  let others = 0
  for (const [symbol, pct] of Object.entries(composition)) {
    if (symbol === base || symbol === '?') continue
    if (symbol in most) {
      if (pct > most[symbol]! + 1e-9) return true
    } else others += pct
  }
  return others > most.others!
}

const sloped = (composition: Composition, slopes: Readonly<Record<string, number>>) =>
  Object.entries(slopes).reduce((sum, [symbol, slope]) => sum + slope * (composition[symbol] ?? 0), 0)

/**
 * Liquidus to work with: what the alloy itself says, published or typed, else the estimate.
 * @returns null where the alloy says nothing and no estimate reaches: it has to be asked for
 * @example liquidusOf({ liquidusC: 999 }, {}).kind // 'published'
 */
export function liquidusOf(
  alloy: { liquidusC?: number | undefined; liquidusDoubtC?: number | undefined; designation?: string },
  composition: Composition,
): Liquidus | null {
  if (alloy.liquidusC === undefined) return estimateLiquidus(composition)
  return {
    liquidusC: alloy.liquidusC,
    kind: alloy.designation === 'Own' ? 'typed' : 'published',
    spreadC: alloy.liquidusDoubtC ?? 0,
  }
}
