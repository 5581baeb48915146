import { computed } from 'vue'
import { predictMelt } from '#core/charge'
import { heatRecovery } from '#core/heat'
import { useLiar } from './useLiar'
import type { MeltLog } from './useMeltLog'
import type { RunSheet } from './useRunSheet'

/** What does not go as planned: a thermocouple the metal gives the lie to, an addition that was refused. */
export function useMeltWarnings(log: MeltLog, { liquidus, planned, stateOf, lines }: RunSheet) {
  const { heat } = log
  const { liar, plateau } = useLiar(log, liquidus)
  /** Lots whose addition was skipped, and the limits the melt leaves without them. */
  const refused = computed(() => {
    const skipped = planned.value.flatMap((step) => (stateOf(step)?.skipped ? (step.lots ?? []) : []))
    const out = new Set(skipped.map(({ lotId }) => lotId))
    if (out.size === 0 || !heat.value?.alloy) return null
    const melt = predictMelt(
      lines.value.filter(({ lot }) => !out.has(lot.id)),
      heatRecovery(heat.value),
    )
    const broken = Object.entries(heat.value.alloy.limits).flatMap(([element, limit]) => {
      const pct = melt.composition[element] ?? 0
      const low = pct < (limit.min ?? 0)
      return low || pct > (limit.max ?? 100) ? [{ element, pct, limit }] : []
    })
    return {
      names: skipped.map(({ name }) => name),
      tapG: melt.tapMassG,
      broken,
    }
  })
  return { liar, plateau, refused }
}
