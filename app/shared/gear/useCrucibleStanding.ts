import { t } from '~/words'
import { computed } from 'vue'
import { crucibleRefused, wantsFirstFire } from '#core/gear'
import { useGear } from './useGear'
import { useHeat } from '~/shared/heat/useHeat'

/** Whether the crucible of the heat in hand may take metal. */
export function useCrucibleStanding() {
  const { heat } = useHeat()
  const { crucibles, heatsIn, chosenCrucible } = useGear()
  const crucible = computed(() => crucibles.value.find(({ id }) => id === heat.value?.crucibleId) ?? null)
  /** Worn or retired, or of a stuff that this metal goes through. */
  const refused = computed(() => (crucible.value && crucibleRefused(crucible.value)) ?? ofStuff.value)
  const ofStuff = computed(() => {
    const { material, bears } = (heat.value && chosenCrucible(heat.value).crucible) ?? {}
    return bears === 'never' ? t('shared-gear.of-material', { material }) : null
  })
  const unfired = computed(
    () => !refused.value && !!crucible.value && wantsFirstFire(crucible.value, heatsIn(crucible.value.id)),
  )
  return { heat, crucible, refused, ofStuff, unfired }
}
