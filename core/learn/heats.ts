import { totalG } from '#core/lists'
import { expectedFumeG } from '#core/balance'
import { combineReadings } from '#core/assay'
import { lossFamily } from '#core/families'
import { heatRecovery, weighedCharge, type Heat } from '#core/heat'

/** What a heat shows of one element: what came in, what was found in the metal. */
export interface SeenRecovery {
  heatId: string
  number: number
  /** of alloys that lose their elements alike */
  family: string
  cover: string | null
  element: string
  /** fraction found again, with its error */
  value: number
  sd: number
}

/** Weighing error of all that was found, as a share. Engineering estimate. */
const WEIGHING_SHARE = 0.005
/** An element of which so little came in shows nothing, wt% of the charge. */
const LEAST_PCT = 0.3

/** All metal found again after the pour, g; null while ingots or castings, gates, skull or spill were not weighed. */
export function metalFoundG({ pour }: Pick<Heat, 'pour'>): number | null {
  const parts = [pour.castingsG, pour.returnsG, pour.skullG, pour.spillG, pour.heelG]
  const ingots = totalG(pour.ingots)
  if (pour.returnsG === null || (pour.ingots.length === 0 && pour.castingsG === null)) return null
  return parts.reduce<number>((sum, massG) => sum + (massG ?? 0), ingots)
}

/**
 * Recovery of each measured element that one heat shows: metal found × its assay over what the charge brought.
 * @returns empty for a heat that is not in the ledger, was not measured, or whose metal was not weighed
 * @source mass balance; errors of assay, lots and weighing added as independent
 */
export function seenRecoveries(heat: Heat): SeenRecovery[] {
  const metalG = metalFoundG(heat)
  const family = heat.alloy && lossFamily(heat.alloy)
  if (!heat.loggedAt || !family || metalG === null || heat.weighed.length === 0) return []
  const chargeG = totalG(heat.weighed)
  const measured = combineReadings(heat.assays)
  return Object.entries(measured).flatMap(([element, { pct, sd, below }]) => {
    if (below !== undefined) return []
    let broughtG = 0
    let variance = 0
    for (const { lot, massG } of weighedCharge(heat.weighed)) {
      const share = massG * (lot.metallicYield ?? 1)
      broughtG += (share * (lot.composition[element] ?? 0)) / 100
      variance += ((share * (lot.sd?.[element] ?? 0)) / 100) ** 2
    }
    if (broughtG < (LEAST_PCT / 100) * chargeG || pct <= 0) return []
    const value = (metalG * pct) / 100 / broughtG
    const relative = Math.hypot(sd / pct, Math.sqrt(variance) / broughtG, WEIGHING_SHARE)
    return [
      {
        heatId: heat.id,
        number: heat.number,
        family,
        cover: heat.practices?.cover?.id ?? null,
        element,
        value,
        sd: value * relative,
      },
    ]
  })
}

/** Charge that a heat turned into fume by expectation, g. */
export const fumeOf = (heat: Heat): number => expectedFumeG(weighedCharge(heat.weighed), heatRecovery(heat))
