import { computed } from 'vue'
import { predictMelt } from '#core/charge'
import { heatRecovery } from '#core/heat'
import { findPlateau, readsLow, readsOff } from '#core/melt'
import type { MeltLog } from './useMeltLog'
import type { RunSheet } from './useRunSheet'

/** Freezing shows itself no better than this on a trace, °C. */
const PLATEAU_SPREAD_C = 10

/** What does not go as planned: a thermocouple the metal gives the lie to, an addition that was refused. */
export function useMeltWarnings(
  { heat, trace, entries }: MeltLog,
  { liquidus, planned, stateOf, lines }: RunSheet,
) {
  /** What the metal itself says of the thermocouple: liquid below its liquidus, or freezing elsewhere. */
  const liar = computed(() => {
    if (!liquidus.value) return null
    const { liquidusC, spreadC } = liquidus.value
    const plateau = findPlateau(trace.value)
    if (plateau) {
      const off = readsOff(plateau.celsius, liquidusC, Math.max(spreadC, PLATEAU_SPREAD_C))
      if (off) return { ...off, readC: plateau.celsius, seen: 'froze' as const }
    }
    const base = heat.value?.done.base
    const said = entries.value.findLast(({ kind }) => kind === 'molten')?.at
    const molten = said ?? (base && !base.skipped ? base.at : null)
    const then = molten && trace.value.findLast(({ at }) => at <= molten)
    if (!then) return null
    const low = readsLow(then.celsius, liquidusC, spreadC)
    return low && { ...low, readC: then.celsius, seen: 'liquid' as const }
  })
  /** Lots whose addition was skipped, and the limits the melt leaves without them. */
  const refused = computed(() => {
    const skipped = planned.value.filter((step) => step.lots && stateOf(step)?.skipped)
    const out = new Set(skipped.flatMap(({ lots }) => lots!.map(({ lotId }) => lotId)))
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
      names: skipped.flatMap(({ lots }) => lots!.map(({ name }) => name)),
      tapG: melt.tapMassG,
      broken,
    }
  })
  return { liar, refused }
}
