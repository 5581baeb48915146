import { roundShares, type Composition, type Spread } from '#core/composition'
import { lotYield } from './charge-lot'
import type { Lot } from './schema'

/** What merging makes of two or more lots; name, kind, form and note are the caller's. */
export type MergedMetal = Pick<Lot, 'massG' | 'pricePerKg' | 'composition' | 'sd' | 'metallicYield'>

/**
 * Lots thrown into one bin: masses added, composition and price by weight, spreads as independent, the yield of
 * both together. Melting the merged lot gives the same melt as melting the parts.
 * @throws RangeError when there is no metal in them
 */
export function mergeLots(lots: readonly Lot[]): MergedMetal {
  const massG = lots.reduce((sum, lot) => sum + lot.massG, 0)
  const metalG = lots.reduce((sum, lot) => sum + lot.massG * lotYield(lot), 0)
  if (!(metalG > 0)) throw new RangeError('there is no metal in these lots')
  const composition: Composition = {}
  const variance: Record<string, number> = {}
  for (const lot of lots) {
    const share = (lot.massG * lotYield(lot)) / metalG
    for (const [symbol, pct] of Object.entries(lot.composition))
      composition[symbol] = (composition[symbol] ?? 0) + share * pct
    for (const [symbol, sd] of Object.entries(lot.sd))
      variance[symbol] = (variance[symbol] ?? 0) + (share * sd) ** 2
  }
  const sd: Spread = {}
  for (const [symbol, value] of Object.entries(variance)) sd[symbol] = Number(Math.sqrt(value).toPrecision(6))
  const cost = lots.reduce((sum, lot) => sum + lot.massG * lot.pricePerKg, 0)
  return {
    massG: Number(massG.toFixed(3)),
    pricePerKg: Number((cost / massG).toFixed(4)),
    composition: roundShares(composition, 8),
    sd,
    metallicYield: metalG / massG,
  }
}
