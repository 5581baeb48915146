<script setup lang="ts">
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
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
const LABELS = {
  count: t('stock.cans-count-label'),
  mass: t('stock.cans-mass-label'),
  tap: t('stock.cans-tap-label'),
} as const
</script>

<template>
  <section class="slab p-4" :aria-label="t('stock.cans-and-foil')">
    <h2 class="chalk mb-2">{{ t('stock.cans-hint') }}</h2>
    <p class="text-lg" data-testid="cans">
      <I18nT keypath="stock.cans-result" scope="global"
        ><template #count><b>{{ count }}</b></template
        ><template #mass><b>{{ grams(sum.massG, 10) }}</b></template
        ><template #metalMass><b>{{ grams(sum.metalG, 10) }}</b></template
        ><template #tapMass><b>{{ grams(sum.tapG, 10) }}</b></template
        ><template #percent>{{ Math.round(100 * yields.metal) }}</template></I18nT
      >
    </p>
    <div class="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
      <label
        ><span class="label">{{ t('stock.what') }}</span>
        <select v-model="wareId" class="field">
          <option v-for="one in THIN_WARE" :key="one.id" :value="one.id">{{ told(one.name) }}</option>
        </select></label
      >
      <label
        ><span class="label">{{ t('stock.cans-known-label') }}</span>
        <select v-model="known" class="field">
          <option value="count">{{ t('stock.cans-by-count') }}</option>
          <option value="mass">{{ t('stock.cans-by-mass') }}</option>
          <option value="tap">{{ t('stock.cans-by-tap') }}</option>
        </select></label
      >
      <QuantityField
        :key="known"
        v-model="amount"
        :label="LABELS[known]"
        :kind="known === 'count' ? 'number' : 'mass'"
      />
      <button type="button" class="btn self-end" @click="emit('lot', asLot())">
        {{ t('stock.make-lot-button') }}
      </button>
    </div>
    <label v-if="ware.id === 'can'" class="mt-2 flex items-center gap-2"
      ><input v-model="pressed" type="checkbox" class="size-6 accent-(--ember)" />
      {{ t('stock.cans-pressed-label') }}</label
    >
    <p class="mt-2 text-xs text-soft">
      {{
        t('stock.cans-source', {
          source: ware.source,
          percent: Math.round(100 * yields.metal),
          lowMass: grams(sum.metalFromG, 10),
          highMass: grams(sum.metalToG, 10),
        })
      }}
    </p>
    <details class="mt-2">
      <summary class="font-semibold">{{ t('stock.cans-why-heading') }}</summary>
      <p class="my-1">
        {{ t('stock.cans-why') }}
      </p>
      <CastsHow :casts="casts" />
    </details>
  </section>
</template>
