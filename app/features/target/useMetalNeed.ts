import { t, told } from '~/words'
import { computed } from 'vue'
import type { ChargePlan } from '#core/charge'
import { solidDensity, type Alloy } from '#core/alloys'
import { unlocked } from '#core/heat'
import { metalNeeded, weighNeed, type MetalNeed, type Part } from '#core/casting'
import { useYard } from '~/storage/yard-store'
import { useHeat } from '~/shared/heat/useHeat'
import { useLearning } from '~/shared/learning/useLearning'

const NO_NEED: MetalNeed = { castingsG: 0, gatingPct: 60, allowancePct: 10, heelG: 0 }

/** What has to be poured, weighed in the alloy chosen: every change sets the tap mass. */
export function useMetalNeed() {
  const yard = useYard()
  const { heat, edit } = useHeat()
  const need = computed<MetalNeed>(() => heat.value?.need ?? NO_NEED)
  const parts = computed(() => need.value.parts ?? [])
  const density = computed(() => (heat.value?.alloy ? solidDensity(heat.value.alloy) : null))
  const neededG = computed(() => metalNeeded(need.value))
  /** Spread of the planned tap as a share of it; null before there is a plan, or where the losses are not in doubt. */
  const tapSpread = computed(() => {
    const { tapMassG = 0, tapSdG = 0 } = (heat.value?.plan?.answer ?? {}) as Partial<ChargePlan>
    return tapMassG > 0 && tapSdG > 0 ? tapSdG / tapMassG : null
  })
  /** A tap mass that was typed and is not what the castings need. */
  const differs = computed(() => {
    const tap = heat.value?.asItComes ? null : (heat.value?.tapMassG ?? null)
    const wanted = Math.round(neededG.value)
    return tap !== null && need.value.castingsG > 0 && Math.abs(tap - wanted) >= 1 ? wanted : null
  })

  /** The need and the tap mass that follows; nothing to tap while nothing can be weighed. */
  function weighed(next: MetalNeed, gcm3: number | undefined) {
    const weighedNeed = gcm3 ? weighNeed(next, gcm3) : next
    const tap = Math.round(metalNeeded(weighedNeed))
    return { need: weighedNeed, ...(weighedNeed.castingsG > 0 && tap > 0 ? { tapMassG: tap } : {}) }
  }
  function change(what: Partial<MetalNeed>, label = t('target.metal-need-edit'), mergeKey?: string): void {
    edit(label, weighed({ ...need.value, ...what }, density.value?.gcm3), mergeKey)
  }
  const { planner } = useLearning()
  /** Another alloy: the same castings weigh something else in it. */
  async function choose(alloy: Alloy): Promise<void> {
    const of = heat.value?.id
    const planned = await planner()
    // Gone on to another heat meanwhile.
    if (heat.value?.id !== of) return
    const again = heat.value?.need ? weighed(heat.value.need, solidDensity(alloy).gcm3) : {}
    const from = heat.value?.asItComes ? { asItComes: undefined, choices: unlocked(heat.value.choices) } : {}
    edit(t('target.choose-alloy-edit', { alloyName: told(alloy.name) }), {
      alloy,
      ...from,
      ...planned(alloy),
      ...again,
    })
  }
  /** No alloy, no weight: what the lots give. */
  function aimAtNone(): void {
    edit(t('target.no-target-edit'), { asItComes: { practice: null, namedAt: null } })
  }
  function keepPart(part: Part): void {
    const known = parts.value.some(({ id }) => id === part.id)
    const next = known ? parts.value.map((one) => (one.id === part.id ? part : one)) : [...parts.value, part]
    change(
      { parts: next },
      known
        ? t('target.change-casting-edit', { castingName: part.name })
        : t('target.add-casting-edit', { castingName: part.name }),
    )
  }
  function dropPart(part: Part): void {
    const next = parts.value.filter(({ id }) => id !== part.id)
    change(
      { parts: next, ...(next.length === 0 ? { castingsG: 0 } : {}) },
      t('target.remove-casting-edit', { castingName: part.name }),
    )
  }
  function countPart(part: Part, count: number): void {
    const next = parts.value.map((one) => (one.id === part.id ? { ...one, count } : one))
    change({ parts: next }, t('target.count-casting-edit', { castingName: part.name }), `count-${part.id}`)
  }
  const useNeeded = () => edit(t('target.tap-castings-edit'), { tapMassG: Math.round(neededG.value) })

  return {
    heat,
    edit,
    seal: () => yard.seal(),
    need,
    parts,
    density,
    neededG,
    tapSpread,
    differs,
    change,
    choose,
    aimAtNone,
    keepPart,
    dropPart,
    countPart,
    useNeeded,
  }
}
