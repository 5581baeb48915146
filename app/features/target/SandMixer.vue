<script setup lang="ts">
import { byId, nth } from '#core/lists'
import { SAND_MIXES, sandBatch } from '#core/casting'
import { computed, ref } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** Sand, clay and water from any one of them. */
const { grams } = useUnits()
const mixId = ref(nth(SAND_MIXES, 0).id)
const known = ref<'sand' | 'clay' | 'water' | 'all'>('sand')
const massG = ref<number | null>(20_000)
const mix = computed(() => byId(SAND_MIXES, mixId.value))
const batch = computed(() => sandBatch(mix.value, known.value, massG.value ?? 0))
const KNOWN = { sand: 'sand', clay: 'clay', water: 'water', all: 'all of it' } as const
</script>

<template>
  <section aria-label="Sand">
    <h2 class="chalk mb-2">Sand</h2>
    <p class="text-lg" data-testid="sand-batch">
      <b>{{ grams(batch.sandG, 10) }}</b> sand, <b>{{ grams(batch.clayG, 10) }}</b> clay,
      <b>{{ grams(batch.waterG, 10) }}</b> water{{ mix.waterIs === 'weighed' ? '' : ' to begin with' }}
    </p>
    <div class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-3">
      <label
        ><span class="label">Recipe</span>
        <select v-model="mixId" class="field">
          <option v-for="one in SAND_MIXES" :key="one.id" :value="one.id">
            {{ one.name }}
          </option>
        </select></label
      >
      <label
        ><span class="label">What I have</span>
        <select v-model="known" class="field">
          <option v-for="(words, id) in KNOWN" :key="id" :value="id">{{ words }}</option>
        </select></label
      >
      <QuantityField v-model="massG" :label="`How much ${KNOWN[known]}`" kind="mass" />
    </div>
    <p class="mt-2 text-sm">
      {{ mix.sand }} sand to {{ mix.clay }} clay to {{ mix.water }} water, by weight. {{ mix.why }}
    </p>
    <p class="text-xs text-soft">
      {{ mix.source }}. Squeeze a handful: it keeps the fingers’ print and breaks clean.
    </p>
  </section>
</template>
