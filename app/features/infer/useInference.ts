import { useDebounceFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { loggedZincG, type Heat } from '#core/heat'
import { recoveryDoubts } from '#core/learn'
import type { HeatInference, InferenceYard } from '#core/inference'
import { Stopped } from '~/shared/engines/asked-engine'
import { useTaught } from '~/shared/learning/taught-store'
import { useEstimates } from '~/shared/engines/useEstimates'
import { why } from '~/storage/why'
import { now, useYard } from '~/storage/yard-store'

const SETTLED_MS = 200
/** A share below this is not told of, wt%. */
const LEAST_PCT = 0.003

/** What of the yard bears on a heat's metal: only that is sent to the engine. */
function bearingOn(heat: Heat): InferenceYard {
  const yard = useYard()
  return {
    heats: heat.crucibleId ? yard.heats.filter(({ crucibleId }) => crucibleId === heat.crucibleId) : [],
    gear: yard.gear.filter(({ type }) => type === 'crucible' || type === 'thermocouple'),
    alloys: yard.ownAlloys.map(({ alloy }) => alloy),
    loggedZincG: loggedZincG(heat),
  }
}

/**
 * What a heat's metal is by all that was found out, once.
 * @returns null where nothing was weighed in or it has no alloy
 */
export async function askInference(heat: Heat): Promise<HeatInference | null> {
  const yard = { ...bearingOn(heat), recoverySd: await learnedDoubts(heat) }
  return useEstimates().ask((worker) => worker.heat(heat, yard))
}

/** Of recoveries this heat was planned with as its yard's heats taught them, how sure they are. */
async function learnedDoubts(heat: Heat): Promise<Record<string, number>> {
  const own = heat.recoveryOverrides
  if (!useYard().settings.useLearned || Object.keys(own).length === 0) return {}
  const learning = await useTaught()
    .learned()
    .catch(() => null)
  const doubts = recoveryDoubts(heat.alloy, learning?.recoveries ?? [])
  return Object.fromEntries(Object.entries(doubts).filter(([symbol]) => symbol in own))
}

/** What is kept of it in a heat's record. */
export function keptOf({ inferred, observations }: HeatInference): NonNullable<Heat['inferred']> {
  const kinds = ['mass', 'density', 'liquidus', 'resistivity', 'hardness', 'colour'] as const
  return {
    at: now(),
    shares: Object.fromEntries(
      inferred.elements.flatMap((symbol, at) =>
        symbol === '?' || inferred.pct[at]! < LEAST_PCT
          ? []
          : [
              [
                symbol,
                { pct: Number(inferred.pct[at]!.toFixed(4)), sd: Number(inferred.sd[at]!.toFixed(4)) },
              ],
            ],
      ),
    ),
    by: kinds.filter((kind) => observations.some(({ is }) => is === kind)),
  }
}

/** What a heat's metal is, followed as tests and weights come in. */
export function useInference(heat: Ref<Heat | null>) {
  const found = shallowRef<HeatInference | null>(null)
  const busy = ref(false)
  const fault = ref('')
  let asked = 0
  const look = async (current: Heat) => {
    const mine = ++asked
    busy.value = true
    try {
      const answer = await askInference(current)
      if (mine !== asked) return
      found.value = answer
      fault.value = ''
    } catch (error) {
      if (mine === asked && !(error instanceof Stopped)) fault.value = why(error)
    } finally {
      if (mine === asked) busy.value = false
    }
  }
  const later = useDebounceFn(look, SETTLED_MS)
  const canTell = computed(() => !!heat.value?.alloy && heat.value.weighed.length > 0)
  watch(
    heat,
    (current, before) => {
      if (!current || !canTell.value) {
        asked++
        found.value = null
      } else void (before ? later(current) : look(current))
    },
    { immediate: true },
  )
  onScopeDispose(() => asked++)
  /** Something beside the charge speaks for it. */
  const hasEvidence = computed(() =>
    (found.value?.observations ?? []).some(({ is }) => is !== 'probe' && is !== 'reading' && is !== 'below'),
  )
  return { found, busy, fault, canTell, hasEvidence }
}
