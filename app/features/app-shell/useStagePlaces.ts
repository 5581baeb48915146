import { computed } from 'vue'
import { useRoute } from '#imports'
import { useWrittenHeat } from '~/shared/heat/useWrittenHeat'
import { STAGES, type StageId } from './stages-words'

/** Pages of a heat that belong to a stage with another name. */
const PART_OF: Readonly<Record<string, StageId>> = {
  scale: 'charge',
  sheet: 'charge',
  infer: 'assay',
  curve: 'assay',
  rehearse: 'melt',
}

/** Returns the address of each stage of the heat in hand, and which of them the page belongs to; -1 for none. */
export function useStagePlaces() {
  const heat = useWrittenHeat()
  const route = useRoute()
  const places = computed(() => STAGES.map((stage) => stage.path(heat.value?.number ?? null)))
  const at = computed(() => {
    const last = route.path.split('/').at(-1) ?? ''
    const stage = PART_OF[last] ?? last
    return STAGES.findIndex(({ id }) => id === stage)
  })
  return { places, at }
}
