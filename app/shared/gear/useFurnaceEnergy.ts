import { nominalWhole } from '#core/alloys'
import { CRUCIBLE_HEAT, fuelOf, priorEfficiency, type Furnace } from '#core/gear'
import { heatWindow, type Heat } from '#core/heat'
import { learnFurnace, type BurntHeat, type FurnaceEnergy } from '#core/learn'
import { totalG } from '#core/lists'
import { meltHeat } from '#core/melt'
import { useYard } from '~/storage/yard-store'
import { useGear } from './useGear'

const ROOM_C = 25
/** So many of its heats tell what a furnace takes; linings wear and burners age. */
const NEWEST = 300

/** What metal and crucible take up until the pour, kJ. */
export interface HeatTaken {
  metalKJ: number
  crucibleKJ: number
  pourC: number
  metalG: number
}

/** The heat that melts take up, and what a furnace was seen to need for it. */
export function useFurnaceEnergy() {
  const yard = useYard()
  const { crucibles } = useGear()
  /** Newest weight of a crucible, g; nothing where it was never weighed. */
  function crucibleG(id: string | null | undefined): number {
    const checks = crucibles.value.find((one) => one.id === id)?.checks ?? []
    return checks.findLast(({ massG }) => massG !== null)?.massG ?? 0
  }
  function heatTaken(one: Heat): HeatTaken | null {
    if (!one.alloy || !one.tapMassG) return null
    const whole = nominalWhole(one.alloy)
    const usual = heatWindow(one)?.usualC
    const pourC = (one.loggedAt ? one.pour.pourTemperatureC : null) ?? usual
    if (pourC === undefined) return null
    const weighed = totalG(one.weighed)
    const metalG = one.loggedAt && weighed > 0 ? weighed : one.tapMassG
    return {
      metalG,
      pourC,
      metalKJ: (metalG / 1000) * meltHeat(whole, pourC),
      crucibleKJ: (crucibleG(one.crucibleId) / 1000) * CRUCIBLE_HEAT.value * (pourC - ROOM_C),
    }
  }
  /** What a furnace takes, learned from its newest heats but the one told. */
  function learnedOf(furnace: Furnace, except: string | null = null): FurnaceEnergy {
    const burnt: BurntHeat[] = []
    for (const one of yard.heats.toReversed()) {
      if (burnt.length === NEWEST) break
      if (!one.burnt?.amount || !one.loggedAt || one.furnaceId !== furnace.id || one.id === except) continue
      const taken = heatTaken(one)
      if (!taken) continue
      burnt.push({
        heatKJ: taken.metalKJ + taken.crucibleKJ,
        putInKJ: one.burnt.amount * fuelOf(furnace.fuel).mjPerUnit * 1000,
      })
    }
    return learnFurnace(priorEfficiency(furnace), furnace.powerKw, burnt)
  }
  return { crucibleG, heatTaken, learnedOf }
}
