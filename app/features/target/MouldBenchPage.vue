<script setup lang="ts">
import { t } from '~/words'
import { ALLOYS, baseMetal, solidDensity, type Alloy } from '#core/alloys'
import { MOULD_IDS, rulingModulus, type GateAt, type MouldId } from '#core/casting'
import { computed } from 'vue'
import { useRememberedHere } from '~/shared/page/useRemembered'
import { useYard } from '~/storage/yard-store'
import type { MouldTold } from './usePouring'
import HandbookTabs from '~/shared/page/HandbookTabs.vue'
import AlloyPicker from './AlloyPicker.vue'
import MouldCare from './MouldCare.vue'
import PouringPlan from './PouringPlan.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SandMixer from './SandMixer.vue'
import ShrinkRule from './ShrinkRule.vue'

/** A mould without a heat: how it would be filled, made ready and left, in any metal. Nothing of it is kept in the yard. */
const yard = useYard()
interface Kept {
  alloyId: string
  mould: MouldId
  castingG: number | null
  gatingPct: number | null
  wallMm: number | null
  castingMm: number | null
  headMm: number | null
  gate: GateAt | null
}
const kept = useRememberedHere<Kept>('mould-bench', {
  alloyId: '',
  mould: 'sand',
  castingG: null,
  gatingPct: 60,
  wallMm: null,
  castingMm: null,
  headMm: null,
  gate: null,
})
const alloy = computed<Alloy | null>({
  get: () =>
    [...ALLOYS, ...yard.ownAlloys.map((own) => own.alloy)].find(({ id }) => id === kept.value.alloyId) ??
    null,
  set: (chosen) => (kept.value = { ...kept.value, alloyId: chosen?.id ?? '' }),
})
const told = computed<MouldTold>(() => {
  const { castingG, gatingPct, wallMm, castingMm, headMm, gate, mould } = kept.value
  return {
    alloy: alloy.value,
    mould: MOULD_IDS.includes(mould) ? mould : 'sand',
    castingG,
    massG: castingG && castingG * (1 + (gatingPct ?? 0) / 100),
    wallMm,
    thinMm: null,
    thickMm: null,
    castingMm,
    headMm,
    gate,
  }
})
/** Modulus of the casting from its weight and wall, mm; null until both are typed. */
const modulusMm = computed(() => {
  const { castingG, wallMm } = kept.value
  if (!castingG || !wallMm || !alloy.value) return null
  return rulingModulus({
    volumeCm3: castingG / solidDensity(alloy.value).gcm3,
    areaCm2: null,
    thickMm: wallMm,
  })
})
const set = (change: Partial<MouldTold>) => (kept.value = { ...kept.value, ...change } as Kept)
</script>

<template>
  <section>
    <HandbookTabs />
    <h1 class="mb-1 text-2xl font-bold">{{ t('target.mould-bench-title') }}</h1>
    <p class="mb-4 text-soft">{{ t('target.mould-bench-hint') }}</p>
    <div class="grid grid-cols-1 items-start gap-5 lg:grid-cols-2">
      <div class="slab grid gap-4 p-4">
        <div class="grid grid-cols-1 gap-3 sm:grid-cols-2">
          <div>
            <span class="label" aria-hidden="true">{{ t('target.metal') }}</span>
            <AlloyPicker v-model="alloy" />
          </div>
          <QuantityField
            :model-value="kept.gatingPct"
            :label="t('target.sprue-runner-riser')"
            kind="percent"
            :max="400"
            :hint="t('target.gating-hint')"
            @update:model-value="kept = { ...kept, gatingPct: $event }"
          />
        </div>
        <PouringPlan :given="told" :known="{ mass: false }" :locked="false" @set="set" />
      </div>
      <div class="grid grid-cols-1 gap-5">
        <div class="slab p-4">
          <MouldCare
            :mould="told.mould"
            :metal="alloy && baseMetal(alloy)"
            :modulus-mm="modulusMm"
            :locked="false"
            @choose="set({ mould: $event })"
          />
        </div>
        <div class="slab p-4"><SandMixer /></div>
        <div class="slab p-4"><ShrinkRule /></div>
      </div>
    </div>
  </section>
</template>
