import { computed, type ComputedRef } from 'vue'
import type { Liquidus } from '#core/families'
import { findPlateau, probeErrorWhileMolten, probeErrorAtPlateau } from '#core/melt'
import type { MeltLog } from './useMeltLog'

/** Freezing shows itself no better than this on a trace, °C. */
const PLATEAU_SPREAD_C = 10

/** What the metal itself says of the thermocouple: liquid below its liquidus, or freezing elsewhere. */
export function useLiar({ heat, trace, entries }: MeltLog, liquidus: ComputedRef<Liquidus | null>) {
  const plateau = computed(() => findPlateau(trace.value))
  const liar = computed(() => {
    if (!liquidus.value) return null
    const { liquidusC, spreadC } = liquidus.value
    if (plateau.value) {
      const off = probeErrorAtPlateau(plateau.value.celsius, liquidusC, Math.max(spreadC, PLATEAU_SPREAD_C))
      if (off) return { ...off, readC: plateau.value.celsius, seen: 'froze' as const }
    }
    const base = heat.value?.done.base
    const said = entries.value.findLast(({ kind }) => kind === 'molten')?.at
    const molten = said ?? (base && !base.skipped ? base.at : null)
    const then = molten && trace.value.findLast(({ at }) => at <= molten)
    if (!then) return null
    const low = probeErrorWhileMolten(then.celsius, liquidusC, spreadC)
    return low && { ...low, readC: then.celsius, seen: 'liquid' as const }
  })
  return { liar, plateau }
}
