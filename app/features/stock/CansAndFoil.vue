<script setup lang="ts">
import { THIN_WARE, type Lot } from '#core/stock'
import { computed } from 'vue'
import { useCansAndFoil } from './useCansAndFoil'
import { useUnits } from '~/shared/units/useUnits'
import CastsHow from '~/shared/composition/CastsHow.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** Cans and foil: how many, what they weigh, the metal and the tap they give; from any one of them. */
const emit = defineEmits<{ lot: [begun: Partial<Lot>] }>()
const { grams } = useUnits()
const { wareId, pressed, known, amount, ware, yields, sum, asLot, casts } = useCansAndFoil()
const count = computed(() => Math.round(sum.value.count).toLocaleString('en').replace(',', '\u202f'))
const LABELS = { count: 'How many', mass: 'They weigh', tap: 'To pour' } as const
</script>

<template>
  <section class="slab p-4" aria-label="Cans and foil">
    <h2 class="chalk mb-2">Cans and foil by the count</h2>
    <p class="text-lg" data-testid="cans">
      <b>{{ count }}</b> weigh <b>{{ grams(sum.massG, 10) }}</b>; {{ Math.round(100 * yields.metal) }} % of
      that is <b>{{ grams(sum.metalG, 10) }}</b> of metal, <b>{{ grams(sum.tapG, 10) }}</b> to pour
    </p>
    <div class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
      <label
        ><span class="label">What</span>
        <select v-model="wareId" class="field">
          <option v-for="one in THIN_WARE" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label
        ><span class="label">I know</span>
        <select v-model="known" class="field">
          <option value="count">how many there are</option>
          <option value="mass">what they weigh</option>
          <option value="tap">what I want to pour</option>
        </select></label
      >
      <QuantityField
        :key="known"
        v-model="amount"
        :label="LABELS[known]"
        :kind="known === 'count' ? 'number' : 'mass'"
      />
      <button type="button" class="btn self-end" @click="emit('lot', asLot())">Make it a lot</button>
    </div>
    <label v-if="ware.id === 'can'" class="mt-2 flex items-center gap-2"
      ><input v-model="pressed" type="checkbox" class="size-5 accent-(--ember)" /> pressed together and pushed
      under a pool with flux on it</label
    >
    <p class="mt-2 text-xs text-soft">
      {{ ware.source }}. A charge plans with the same {{ Math.round(100 * yields.metal) }} %; a poor hand gets
      {{ grams(sum.metalFromG, 10) }} of metal, a good one {{ grams(sum.metalToG, 10) }}. Never a sealed can.
    </p>
    <details class="mt-2">
      <summary class="font-semibold">Why it casts badly by itself, and what helps</summary>
      <p class="my-1">
        Can, foil and extrusion metal is made to be rolled and drawn. It freezes over a long range with no
        silicon to keep it running or to heal the tears. Silicon to 7 % makes it run and feed like a casting
        alloy; 1 % copper on top makes it harder and cut cleaner. Aim at can metal 7-1 under Target.
      </p>
      <CastsHow :casts="casts" />
    </details>
  </section>
</template>
