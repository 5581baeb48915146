<script setup lang="ts">
import { t } from '~/words'
import { gatingMass, stopLine } from '#core/casting'
import { computed } from 'vue'
import { useCastingFacts } from './useCastingFacts'
import { useMetalNeed } from './useMetalNeed'
import type { MouldTold } from './usePouring'
import { baseMetal } from '#core/alloys'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import MouldCare from './MouldCare.vue'
import PourChecklist from './PourChecklist.vue'
import PouringPlan from './PouringPlan.vue'
import RemindersHere from '~/shared/heat/RemindersHere.vue'
import SandMixer from './SandMixer.vue'
import ShrinkRule from './ShrinkRule.vue'

/** The mould of a heat: how it is filled, made ready, and the check before the pour. */
const bench = useMetalNeed()
const { heat, need } = bench
const { thinMm, thickMm, mould, ruling } = useCastingFacts()
const locked = computed(() => !!heat.value?.loggedAt)
const told = computed<MouldTold>(() => {
  const castingG = need.value.castingsG || null
  return {
    alloy: heat.value?.alloy ?? null,
    mould: mould.value,
    castingG,
    massG: castingG && castingG + gatingMass(need.value),
    wallMm: need.value.wallMm ?? thickMm.value,
    thinMm: thinMm.value,
    thickMm: thickMm.value,
    modulusMm: ruling.value,
    castingMm: need.value.castingMm ?? null,
    headMm: need.value.headMm ?? null,
    gate: need.value.gateAt ?? null,
  }
})
const LABELS: Readonly<Record<string, string>> = {
  wallMm: t('target.wall-edit'),
  castingMm: t('target.height-edit'),
  headMm: t('target.head-edit'),
  gate: t('target.gate-edit'),
  castingG: t('target.metal-need-edit'),
}
function set({ castingG, gate, wallMm, castingMm, headMm }: Partial<MouldTold>): void {
  const change = {
    ...(castingG === undefined ? {} : { castingsG: castingG ?? 0 }),
    ...(gate === undefined ? {} : { gateAt: gate }),
    ...(wallMm === undefined ? {} : { wallMm }),
    ...(castingMm === undefined ? {} : { castingMm }),
    ...(headMm === undefined ? {} : { headMm }),
  }
  const [first = ''] = Object.keys(change)
  bench.change(change, LABELS[first === 'gateAt' ? 'gate' : first], `mould-${first}`)
}
const metal = computed(() => (heat.value?.alloy ? baseMetal(heat.value.alloy) : null))
const lineMm = computed(() => stopLine(need.value, heat.value?.pour.stoppedAtG))
</script>

<template>
  <section v-if="heat">
    <HeatHeading :question="t('target.mould-page-title')">
      <NuxtLink :to="`/heat/${heat.number}/target`" class="btn">{{ t('target.target-link') }}</NuxtLink>
      <NuxtLink :to="`/heat/${heat.number}/melt`" class="btn btn-next">{{ t('target.melt-link') }}</NuxtLink>
    </HeatHeading>
    <RemindersHere stage="mould" />
    <div class="grid grid-cols-1 items-start gap-5 lg:grid-cols-2">
      <div class="grid grid-cols-1 gap-5">
        <div class="slab p-4">
          <PouringPlan
            :given="told"
            :known="{ mass: !!need.parts?.length }"
            :locked="locked"
            :line-mm="lineMm"
            @set="set"
            @sealed="bench.seal()"
          />
        </div>
        <div class="slab p-4"><PourChecklist /></div>
      </div>
      <div class="grid grid-cols-1 gap-5">
        <div class="slab p-4">
          <MouldCare
            :mould="mould"
            :metal="metal"
            :modulus-mm="ruling"
            :locked="locked"
            @choose="bench.change({ mould: $event }, t('target.mould-edit'))"
          />
        </div>
        <div class="slab p-4"><SandMixer /></div>
        <div class="slab p-4"><ShrinkRule /></div>
      </div>
    </div>
  </section>
</template>
