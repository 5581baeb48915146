import { computed } from 'vue'
import type { Heat } from '#core/heat'
import { useRoute } from '#imports'
import { useYard } from '~/storage/yard-store'

/**
 * Returns the heat as it is stored: that of the page (its number in the address), else the newest open one, else the
 * newest. The frame needs no more of it, and so comes without the tables of alloys and metals.
 */
export function useWrittenHeat() {
  const yard = useYard()
  const route = useRoute()
  return computed<Heat | null>(() => {
    const number = Number(route.params.number)
    if (Number.isInteger(number) && number > 0)
      return yard.heats.find((entry) => entry.number === number) ?? null
    return yard.heats.findLast((entry) => entry.loggedAt === null) ?? yard.heats.at(-1) ?? null
  })
}
