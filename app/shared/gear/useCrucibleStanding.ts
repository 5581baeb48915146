import { computed } from 'vue'
import { crucibleRefused, wantsFirstFire } from '#core/gear'
import { useGear } from './useGear'
import { useHeat } from '~/shared/heat/useHeat'

/** Whether the crucible of the heat in hand may take metal. */
export function useCrucibleStanding() {
  const { heat } = useHeat()
  const { crucibles, heatsIn } = useGear()
  const crucible = computed(() => crucibles.value.find(({ id }) => id === heat.value?.crucibleId) ?? null)
  const refused = computed(() => (crucible.value ? crucibleRefused(crucible.value) : null))
  const unfired = computed(
    () => !refused.value && !!crucible.value && wantsFirstFire(crucible.value, heatsIn(crucible.value.id)),
  )
  return { heat, crucible, refused, unfired }
}
