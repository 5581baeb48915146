import { t } from '~/words'
import { computed } from 'vue'
import { combineReadings } from '#core/assay'
import { reconcileHeat, type HeatReconciliation } from '#core/balance'
import { heatRecovery } from '#core/heat'
import { useHeat } from '~/shared/heat/useHeat'

/** The heat in hand with all its figures adjusted together; a word where that cannot be done yet. */
export function useReconciliation() {
  const { heat } = useHeat()
  const answer = computed<{ result: HeatReconciliation | null; fault: string }>(() => {
    const current = heat.value
    if (!current?.alloy || current.weighed.length === 0) return { result: null, fault: '' }
    const measured = Object.fromEntries(
      Object.entries(combineReadings(current.assays)).filter(([, { below }]) => below === undefined),
    )
    const { pour } = current
    const tapped = pour.ingots.length > 0 || pour.castingsG !== null
    if (!tapped) return { result: null, fault: '' }
    if (Object.keys(measured).length === 0)
      return {
        result: null,
        fault: t('pour.reconcile-needs-assay'),
      }
    const part = (name: string, massG: number | null | undefined, dross = false) => ({
      name,
      massG: massG ?? null,
      dross,
    })
    try {
      const result = reconcileHeat({
        lots: current.weighed,
        found: [
          ...pour.ingots.map(({ stamp, massG }) => part(stamp, massG)),
          part(t('pour.castings-figure'), pour.castingsG ?? (pour.ingots.length ? 0 : null)),
          part(t('pour.sprues-and-risers'), pour.returnsG),
          part(t('pour.skull-figure'), pour.skullG),
          part(t('pour.spill-figure'), pour.spillG),
          part(t('pour.heel-figure'), pour.heelG),
          part(t('pour.dross-figure'), pour.drossG, true),
        ],
        measured,
        base: current.alloy.base,
        recovery: heatRecovery(current),
      })
      return { result, fault: '' }
    } catch {
      return {
        result: null,
        fault: t('pour.reconcile-impossible'),
      }
    }
  })
  return { result: computed(() => answer.value.result), fault: computed(() => answer.value.fault) }
}
