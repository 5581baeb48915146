import { nominalWhole } from '#core/alloys'
import { CRUCIBLE_HEAT, fuelOf, priorEfficiency, type Furnace } from '#core/gear'
import { heatWindow, type Heat } from '#core/heat'
import { learnFurnace, type BurntHeat, type FurnaceEnergy } from '#core/learn'
import { totalG } from '#core/lists'
import { brimOfNumber, meltHeat } from '#core/melt'
import { useYard } from '~/storage/yard-store'
import { useGear } from './useGear'

const ROOM_C = 25
/** So many of its heats tell what a furnace takes; linings wear and burners age. */
const NEWEST = 300

/** A crucible that was never weighed weighs so much for each cm³ it holds, g. Estimate. */
const WALL_G_PER_CM3 = 1.5
const USUAL_CRUCIBLE_NO = 4

/** What metal and crucible take up until the pour, kJ. */
export interface HeatTaken {
  metalKJ: number
  crucibleKJ: number
  pourC: number
  metalG: number
  /** what the crucible weighs, and whether it was weighed or is taken from its size */
  potG: number
  potWeighed: boolean
}

type Vessel = Partial<Pick<Heat, 'crucibleId' | 'crucibleNo'>>

/** The heat that melts take up, and what a furnace was seen to need for it. */
export function useFurnaceEnergy() {
  const yard = useYard()
  const { crucibles } = useGear()
  /** Newest weight of a crucible, g; nothing where it was never weighed. */
  function crucibleG(id: string | null | undefined): number {
    const checks = crucibles.value.find((one) => one.id === id)?.checks ?? []
    return checks.findLast(({ massG }) => massG !== null)?.massG ?? 0
  }
  /** What the crucible of a heat holds brim-full, cm³; the usual one where none is told. */
  function brimOf({ crucibleId, crucibleNo }: Vessel): number {
    const crucible = crucibles.value.find(({ id }) => id === crucibleId)
    return crucible?.brimCm3 ?? brimOfNumber(crucible?.number ?? crucibleNo ?? USUAL_CRUCIBLE_NO)
  }
  /** What the crucible of a heat weighs, g: as it was weighed last, or by its size. */
  function potOf(one: Vessel): Pick<HeatTaken, 'potG' | 'potWeighed'> {
    const ownG = crucibleG(one.crucibleId)
    return ownG > 0
      ? { potG: ownG, potWeighed: true }
      : { potG: WALL_G_PER_CM3 * brimOf(one), potWeighed: false }
  }
  function heatTaken(one: Heat): HeatTaken | null {
    if (!one.alloy || !one.tapMassG) return null
    const whole = nominalWhole(one.alloy)
    const usual = heatWindow(one)?.usualC
    const pourC = (one.loggedAt ? one.pour.pourTemperatureC : null) ?? usual
    if (pourC === undefined) return null
    const weighed = totalG(one.weighed)
    const metalG = one.loggedAt && weighed > 0 ? weighed : one.tapMassG
    const pot = potOf(one)
    return {
      ...pot,
      metalG,
      pourC,
      metalKJ: (metalG / 1000) * meltHeat(whole, pourC),
      crucibleKJ: (pot.potG / 1000) * CRUCIBLE_HEAT.value * (pourC - ROOM_C),
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
  return { brimOf, potOf, heatTaken, learnedOf }
}
