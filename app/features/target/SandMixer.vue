<script setup lang="ts">
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
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
const KNOWN = {
  sand: t('small.sand'),
  clay: t('small.clay'),
  water: t('small.water'),
  all: t('target.all-of-it'),
} as const
</script>

<template>
  <section :aria-label="t('target.sand')">
    <h2 class="chalk mb-2">{{ t('target.sand') }}</h2>
    <p class="text-lg" data-testid="sand-batch">
      <I18nT
        :keypath="mix.waterIs === 'weighed' ? 'target.sand-batch' : 'target.sand-batch-start'"
        scope="global"
        ><template #sandMass><b>{{ grams(batch.sandG, 10) }}</b></template
        ><template #clayMass><b>{{ grams(batch.clayG, 10) }}</b></template
        ><template #waterMass><b>{{ grams(batch.waterG, 10) }}</b></template></I18nT
      >
    </p>
    <div class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-3">
      <label
        ><span class="label">{{ t('target.recipe') }}</span>
        <select v-model="mixId" class="field">
          <option v-for="one in SAND_MIXES" :key="one.id" :value="one.id">
            {{ told(one.name) }}
          </option>
        </select></label
      >
      <label
        ><span class="label">{{ t('target.known-label') }}</span>
        <select v-model="known" class="field">
          <option v-for="(words, id) in KNOWN" :key="id" :value="id">{{ words }}</option>
        </select></label
      >
      <QuantityField
        v-model="massG"
        :label="t('target.known-amount-label', { material: KNOWN[known] })"
        kind="mass"
      />
    </div>
    <p class="mt-2 text-sm">
      {{
        t('target.sand-ratio', {
          sand: mix.sand,
          clay: mix.clay,
          water: mix.water,
          why: told(mix.why),
        })
      }}
    </p>
    <p class="text-xs text-soft">
      {{ t('target.sand-test', { source: mix.source }) }}
    </p>
  </section>
</template>
