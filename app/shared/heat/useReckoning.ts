import { computed } from 'vue'
import type { Heat, Reckoning } from '#core/heat'
import { useYard } from '~/storage/yard-store'

const NONE = { consumables: 0, ratePerHour: 0, marginPct: 0 }

/** What castings are reckoned with: the yard's own figures, and the fuel of the furnace a heat was melted in. */
export function useReckoning() {
  const yard = useYard()
  const selling = computed(() => yard.settings.selling ?? NONE)
  function reckon({ furnaceId }: Pick<Heat, 'furnaceId'>): Reckoning {
    const { consumables, ratePerHour } = selling.value
    const furnace = yard.gear.find(({ id }) => id === furnaceId)
    return {
      fuelPrice: furnace?.type === 'furnace' ? furnace.pricePerUnit : null,
      consumables,
      ratePerHour,
    }
  }
  return { selling, reckon }
}
