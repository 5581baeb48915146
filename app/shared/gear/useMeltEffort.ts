import { t } from '~/words'
import { computed } from 'vue'
import { fuelOf, meltEffort, type Furnace } from '#core/gear'
import { now } from '~/storage/yard-store'
import { useFurnaceEnergy } from './useFurnaceEnergy'
import { useGear } from './useGear'
import { useHeat } from '~/shared/heat/useHeat'

/** Fuel, cost and minutes to the pour, learned from the heats whose fuel was written down. */
export function useMeltEffort() {
  const { heat, edit } = useHeat()
  const { furnaces, crucibles } = useGear()
  const { heatTaken, learnedOf } = useFurnaceEnergy()
  const furnace = computed<Furnace | null>(
    () => furnaces.value.find(({ id }) => id === heat.value?.furnaceId) ?? null,
  )
  const fuel = computed(() => (furnace.value ? fuelOf(furnace.value.fuel) : null))
  const taken = computed(() => (heat.value ? heatTaken(heat.value) : null))
  /** What the furnace takes, learned from its newest other heats. */
  const learned = computed(() => (furnace.value ? learnedOf(furnace.value, heat.value?.id) : null))
  const effort = computed(() => {
    if (!furnace.value || !taken.value || !learned.value) return null
    const heatKJ = taken.value.metalKJ + taken.value.crucibleKJ
    return meltEffort(furnace.value, heatKJ, learned.value.forecast(heatKJ))
  })
  const chooseFurnace = (id: string) => edit(t('shared-gear.furnace-edit'), { furnaceId: id || null })
  const chooseCrucible = (id: string) => {
    const crucible = crucibles.value.find((one) => one.id === id)
    edit(t('shared-gear.crucible-choice-edit'), {
      crucibleId: id || null,
      crucibleNo: crucible?.number ?? null,
      potClean: null,
    })
  }
  const tellClean = () =>
    edit(t('shared-gear.scraped-edit'), {
      potClean: heat.value?.potClean ? null : now(),
    })
  return {
    heat,
    furnaces,
    crucibles,
    furnace,
    fuel,
    taken,
    learned,
    effort,
    chooseFurnace,
    chooseCrucible,
    tellClean,
  }
}
