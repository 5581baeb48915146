import { totalG } from '#core/lists'
import { castSteps } from './castings'
import type { Cast } from './cast-schema'
import { chargePricePerKg } from './close-heat'
import type { Heat } from './schema'

/** What a yard reckons beside the metal, in its currency. */
export interface Reckoning {
  /** for a kg or a kWh of what the heat's furnace burns; null where no furnace is known */
  fuelPrice: number | null
  /** sand, flux, gas, wear of the crucible: for one heat */
  consumables: number
  /** for an hour of work */
  ratePerHour: number
}

/** What a casting cost, all of that line together, in the yard's currency. */
export interface CastCost {
  cast: Cast
  metal: number
  /** null where what was burnt was not written down */
  fuel: number | null
  consumables: number
  /** at the furnace and afterwards */
  work: number
  total: number
}

/**
 * What each usable casting of a heat cost. Metal by its own weight, with what was ground off it; fuel, consumables and
 * the time at the furnace shared out by weight over what can be used, so that the good ones carry the spoiled ones,
 * whose metal goes back to its bin. Ingots carry their share too.
 * @returns none for castings that were not weighed, or are spoiled
 * @source cost accounting by mass; arithmetic
 * @example castCosts({ weighed: [], pour: { ingots: [] } }, { fuelPrice: 3, consumables: 4, ratePerHour: 0 }) // []
 */
export function castCosts(heat: Heat, { fuelPrice, consumables, ratePerHour }: Reckoning): CastCost[] {
  const perG = chargePricePerKg(heat) / 1000
  const useful = (heat.pour.castings ?? []).filter(({ verdict }) => verdict !== 'spoiled')
  const massOf = (cast: Cast) => castSteps(cast).pouredG ?? 0
  const ingotsG = totalG(heat.pour.ingots)
  const sharedG = useful.reduce((sum, cast) => sum + massOf(cast), ingotsG)
  const { amount = null, minutes = null } = heat.burnt ?? {}
  const burnt = amount === null || fuelPrice === null ? null : amount * fuelPrice
  return useful
    .filter((cast) => massOf(cast) > 0)
    .map((cast) => {
      const share = massOf(cast) / sharedG
      const metal = massOf(cast) * perG
      const fuel = burnt === null ? null : burnt * share
      const work = (ratePerHour / 60) * ((minutes ?? 0) * share + (cast.workMin ?? 0))
      const own = consumables * share
      return { cast, metal, fuel, consumables: own, work, total: metal + (fuel ?? 0) + own + work }
    })
}
