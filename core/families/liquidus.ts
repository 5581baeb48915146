import { between } from '#core/lists'
import type { Composition } from '#core/composition'
import { METALS, type FamilyMetal, type LiquidusModel } from './schema'
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

/** Share of an element, wt%. */
type ShareOf = (symbol: string) => number

/**
 * Liquidus of a blend estimated from its composition, only where such estimates were checked.
 * @param composition mass percent
 * @returns °C with the half-width of its doubt: 7 to 20 (aluminium), 20 (copper; 40 with much zinc, or with zinc and lead
 *   or nickel together; 90 with silicon, whose published values lie far apart), 10 (zinc), 30 (tin); null where no diagram behind
 *   the estimate reaches
 * @source data/families.json: liquidus of each metal, with its own
 * @example estimateLiquidus({ Cu: 90, Sn: 10 })?.liquidusC // 1005
 */
export function estimateLiquidus(composition: Composition): Liquidus | null {
  const metal = METALS.find((one) => (composition[one] ?? 0) > 50)
  if (!metal) return null
  const { liquidus: model } = TABLE.metals[metal]
  if (reachesBeyond(composition, metal, model.most)) return null
  const pct: ShareOf = (symbol) => composition[symbol] ?? 0
  if (model.model === 'copper' && isDeep(pct, model)) return null
  const liquidusC = liquidusOn(metal, Object.keys(composition))(Object.values(composition))
  return { liquidusC, kind: 'estimate', spreadC: doubtOf(pct, model) }
}

/**
 * The estimate by itself, whether it was checked there or not, for looking along it from a metal where it was: made once
 * for the elements in hand, and asked as often as is needed.
 * @returns °C of shares in wt%, in the order of the elements
 * @source as estimateLiquidus
 * @example liquidusOn('Al', ['Al', 'Si'])([93, 7]).toFixed(1) // '614.1'
 */
export function liquidusOn(
  metal: FamilyMetal,
  elements: readonly string[],
): (shares: ArrayLike<number>) => number {
  const { liquidus: model } = TABLE.metals[metal]
  const of = (symbol: string) => {
    const at = elements.indexOf(symbol)
    return (shares: ArrayLike<number>) => (at < 0 ? 0 : shares[at]!)
  }
  switch (model.model) {
    case 'aluminium': {
      const { pureC, slopes, eutectic } = model
      const [lowered, silicon] = [loweredOn(elements, slopes), of('Si')]
      return (shares) => {
        const beyondPct = Math.max(0, silicon(shares) - eutectic.siliconPct)
        return Math.max(pureC - lowered(shares), eutectic.celsius + eutectic.slopeBeyond * beyondPct)
      }
    }
    case 'copper': {
      const [lowered, tin] = [loweredOn(elements, model.slopes), of('Sn')]
      return (shares) => between(model.tin, tin(shares)) - lowered(shares)
    }
    case 'zinc': {
      const aluminium = of('Al')
      return (shares) => between(model.aluminium, aluminium(shares))
    }
    case 'tin': {
      const [antimony, copper] = [of('Sb'), of('Cu')]
      return (shares) =>
        between([[0, model.pureC + model.antimonySlope * antimony(shares)], ...model.copper], copper(shares))
    }
  }
}

/** What elements lower it by, °C. */
function loweredOn(elements: readonly string[], slopes: Readonly<Record<string, number>>) {
  const slope = Float64Array.from(elements, (symbol) => slopes[symbol] ?? 0)
  return (shares: ArrayLike<number>): number => {
    let sum = 0
    for (let at = 0; at < slope.length; at++) sum += slope[at]! * shares[at]!
    return sum
  }
}

type Model<Name extends LiquidusModel['model']> = Extract<LiquidusModel, { model: Name }>

/** Half-width of the doubt, °C. */
function doubtOf(pct: ShareOf, model: LiquidusModel): number {
  switch (model.model) {
    case 'aluminium': {
      const [first, second] = branchesOf(pct, model)
      if (pct('Si') > model.eutectic.siliconPct) return model.beyondSpreadC
      return first < second + model.spreadC ? model.eutecticSpreadC : model.spreadC
    }
    case 'copper': {
      // Nickel and zinc together lower it by more than each alone: seen on the published nickel silvers.
      const nickelSilver = pct('Ni') > 5 && pct('Zn') > 10
      const mixed = pct('Zn') > 35 || (pct('Pb') > 1 && pct('Zn') > 1) || nickelSilver
      return pct('Si') > 1 ? model.siliconSpreadC : mixed ? model.mixedSpreadC : model.spreadC
    }
    default:
      return model.spreadC
  }
}

/** Where aluminium freezes first, and where silicon does. */
function branchesOf(pct: ShareOf, { pureC, slopes, eutectic }: Model<'aluminium'>): [number, number] {
  const beyondPct = Math.max(0, pct('Si') - eutectic.siliconPct)
  return [pureC - sloped(pct, slopes), eutectic.celsius + eutectic.slopeBeyond * beyondPct]
}

const loweredByTin = (pct: ShareOf, { pureC, tin }: Model<'copper'>) => pureC - between(tin, pct('Sn'))

/** Two elements that lower it a good deal by themselves were never checked together. */
function isDeep(pct: ShareOf, model: Model<'copper'>): boolean {
  const byTin = loweredByTin(pct, model)
  const by = [byTin, ...Object.entries(model.slopes).map(([symbol, slope]) => slope * pct(symbol))]
  return byTin + sloped(pct, model.slopes) > DEEP_C && by.filter((celsius) => celsius > MUCH_C).length > 1
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

/** Lowering by all elements, °C. */
function sloped(pct: ShareOf, slopes: Readonly<Record<string, number>>): number {
  let sum = 0
  for (const symbol in slopes) sum += slopes[symbol]! * pct(symbol)
  return sum
}

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
