import type { ChargeLot, ChargePlan } from '#core/charge'
import { metallicYieldOf } from '#core/losses'

/** What a heat leaves besides its castings. */
export interface ExpectedReturns {
  /** the heat that leaves it */
  from: string
  /** its id as a lot of later heats of the day */
  lot: ChargeLot
}

/**
 * The id of what a heat of the day leaves, as a lot of a later one.
 * @example returnsLotId('a') // 'left-by-a'
 */
export const returnsLotId = (heatId: string): string => `left-by-${heatId}`

/**
 * What a heat leaves for later ones of the day: gates, risers, heel and what was poured off, at what its own metal costs.
 * @param castingsG of its tap, what becomes castings; 0 where all of it is ingots
 * @returns null where nothing worth melting is left
 * @source the plan's own composition and cost; metallic yield of returns
 * @example expectedReturns('a', { tapMassG: 1000, cost: 8, composition: { Cu: 88 } }, 400).lot.availableG // 600
 */
export function expectedReturns(
  heatId: string,
  plan: Pick<ChargePlan, 'tapMassG' | 'cost' | 'composition'>,
  castingsG: number,
): ExpectedReturns | null {
  const massG = Number((plan.tapMassG - castingsG).toFixed(1))
  if (!(massG > LEAST_G)) return null
  const { '?': _, ...composition } = plan.composition
  return {
    from: heatId,
    lot: {
      id: returnsLotId(heatId),
      availableG: massG,
      pricePerKg: Number(((1000 * plan.cost) / plan.tapMassG).toFixed(4)),
      metallicYield: metallicYieldOf('casting'),
      composition: Object.fromEntries(
        Object.entries(composition).map(([symbol, pct]) => [symbol, Number(pct.toFixed(4))]),
      ),
    },
  }
}

/** Less than this is swept up, not melted, g. */
const LEAST_G = 20
