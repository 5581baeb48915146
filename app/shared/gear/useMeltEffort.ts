import { totalG } from '#core/lists'
import { computed } from 'vue'
import { nominalWhole } from '#core/alloys'
import { heatWindow } from '#core/heat'
import { CRUCIBLE_HEAT, fuelOf, meltEffort, priorEfficiency, type Furnace } from '#core/gear'
import type { Heat } from '#core/heat'
import { learnFurnace, type BurntHeat } from '#core/learn'
import { meltHeat } from '#core/melt'
import { now, useYard } from '~/storage/yard-store'
import { useGear } from './useGear'
import { useHeat } from '~/shared/heat/useHeat'

const ROOM_C = 25
/** So many of its heats tell what a furnace takes; linings wear and burners age. */
const NEWEST = 300

/** Fuel, cost and minutes to the pour, learned from the heats whose fuel was written down. */
export function useMeltEffort() {
  const yard = useYard()
  const { heat, edit } = useHeat()
  const { furnaces, crucibles } = useGear()
  const furnace = computed<Furnace | null>(
    () => furnaces.value.find(({ id }) => id === heat.value?.furnaceId) ?? null,
  )
  /** Newest weight of a crucible; nothing where it was never weighed. */
  function crucibleG(id: string | null | undefined): number {
    const checks = crucibles.value.find((one) => one.id === id)?.checks ?? []
    return checks.findLast(({ massG }) => massG !== null)?.massG ?? 0
  }
  /** What metal and crucible take up until the pour, kJ. */
  function heatOf(one: Heat): { metalKJ: number; crucibleKJ: number; pourC: number; metalG: number } | null {
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
  const taken = computed(() => (heat.value ? heatOf(heat.value) : null))
  /** What the furnace takes, learned from its newest other heats. */
  const learned = computed(() => {
    const { value: known } = furnace
    if (!known) return null
    const burnt: BurntHeat[] = []
    for (const one of yard.heats.toReversed()) {
      if (burnt.length === NEWEST) break
      if (!one.burnt?.amount || !one.loggedAt || one.furnaceId !== known.id || one.id === heat.value?.id)
        continue
      const heatTaken = heatOf(one)
      if (!heatTaken) continue
      burnt.push({
        heatKJ: heatTaken.metalKJ + heatTaken.crucibleKJ,
        putInKJ: one.burnt.amount * fuelOf(known.fuel).mjPerUnit * 1000,
      })
    }
    return learnFurnace(priorEfficiency(known), known.powerKw, burnt)
  })
  const effort = computed(() => {
    if (!furnace.value || !taken.value || !learned.value) return null
    const heatKJ = taken.value.metalKJ + taken.value.crucibleKJ
    return meltEffort(furnace.value, heatKJ, learned.value.forecast(heatKJ))
  })
  const chooseFurnace = (id: string) => edit('Choose the furnace', { furnaceId: id || null })
  const chooseCrucible = (id: string) => {
    const crucible = crucibles.value.find((one) => one.id === id)
    edit('Choose the crucible', {
      crucibleId: id || null,
      crucibleNo: crucible?.number ?? null,
      potClean: null,
    })
  }
  const tellClean = () =>
    edit('Whether the crucible was scraped clean', { potClean: heat.value?.potClean ? null : now() })
  return {
    heat,
    furnaces,
    crucibles,
    furnace,
    taken,
    learned,
    effort,
    chooseFurnace,
    chooseCrucible,
    tellClean,
  }
}
