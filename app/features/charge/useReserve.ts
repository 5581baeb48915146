import { t } from '~/words'
import { computed, type ComputedRef } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'
import type { ChargeRowState } from './useChargeRows'

/** Keeps the metal of the plan for this heat, so that others plan without it; or lets it go. */
export function useReserve(rows: ComputedRef<{ planned: ChargeRowState[] }>) {
  const { heat, edit } = useHeat()
  const reserved = computed(() => Object.keys(heat.value?.reserved ?? {}).length > 0)
  function reserve(): void {
    if (reserved.value) return edit(t('charge.release-metal'), { reserved: {} })
    const kept = Object.fromEntries(
      rows.value.planned
        .filter(({ weighedG }) => weighedG === null)
        .map(({ id, plannedG }) => [id, Number(plannedG.toFixed(3))]),
    )
    edit(t('charge.reserve-metal'), { reserved: kept })
  }
  return { reserved, reserve }
}
