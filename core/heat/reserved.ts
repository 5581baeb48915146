import { baseMetal, nominalWhole, type Alloy } from '#core/alloys'
import { totalG } from '#core/lists'
import { lotYield, type Lot } from '#core/stock'
import type { Heat } from './schema'

/** Metal of one lot that a heat has a claim on. */
export interface Claim {
  heat: number
  massG: number
  /** it lies on the bench already, not in the bin */
  weighed: boolean
}

/**
 * What open heats hold of each lot: what they have weighed out, and what was kept for them and is not weighed yet.
 * @returns claims by lot id
 */
export function claims(heats: readonly Heat[]): Map<string, Claim[]> {
  const byLot = new Map<string, Claim[]>()
  const add = (lotId: string, claim: Claim) => byLot.set(lotId, [...(byLot.get(lotId) ?? []), claim])
  for (const heat of heats) {
    if (heat.loggedAt) continue
    const weighed = new Set(heat.weighed.map(({ lotId }) => lotId))
    for (const { lotId, massG } of heat.weighed) add(lotId, { heat: heat.number, massG, weighed: true })
    for (const [lotId, massG] of Object.entries(heat.reserved ?? {}))
      if (massG > 0 && !weighed.has(lotId)) add(lotId, { heat: heat.number, massG, weighed: false })
  }
  return byLot
}

/**
 * The lots with what other open heats hold taken off.
 * @param heat the heat that asks, if one does; its own claims are not taken off
 */
export function freeLots(lots: readonly Lot[], heats: readonly Heat[], heat?: Pick<Heat, 'id'>): Lot[] {
  const held = claims(heats.filter(({ id }) => id !== heat?.id))
  return lots.map((lot) => {
    const taken = totalG(held.get(lot.id) ?? [])
    return taken > 0 ? { ...lot, massG: Math.max(0, Number((lot.massG - taken).toFixed(3))) } : lot
  })
}

/**
 * Base metal in stock against what a heat needs: an alloy of 80 % copper needs 0.8 g of copper for each gram to tap.
 * Melting losses are left out; the charge counts them.
 * @param free lots less what other heats hold, as freeLots gives them
 * @returns grams of the base metal in all lots, and grams in the tap mass at the alloy's nominal
 * @example baseMetalCover({ base: 'Cu', limits: {}, nominal: { Sn: 20 } }, 900, []) // { base: 'Cu', inStockG: 0, neededG: 720 }
 */
export function baseMetalCover(
  alloy: Pick<Alloy, 'limits' | 'nominal' | 'base'>,
  tapMassG: number,
  free: readonly Pick<Lot, 'massG' | 'composition' | 'form' | 'metallicYield'>[],
): { base: string; inStockG: number; neededG: number } {
  const base = baseMetal(alloy)
  const inStockG = free.reduce(
    (sum, lot) => sum + lot.massG * lotYield(lot) * ((lot.composition[base] ?? 0) / 100),
    0,
  )
  return { base, inStockG, neededG: tapMassG * ((nominalWhole(alloy)[base] ?? 0) / 100) }
}
