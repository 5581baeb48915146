<script setup lang="ts">
import { t } from '~/words'
import { binsTogether } from '#core/stock'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { elementName } from '~/shared/units/elements'
import { capital, counted } from '~/shared/units/figures'
import { METAL_BINS } from '~/features/stock'
import CompositionBar from '~/shared/composition/CompositionBar.vue'

/** All the metal of the yard in a line, and how much of each there is. */
const yard = useYard()
const { grams } = useUnits()
const bins = computed(() => binsTogether(yard.lots))
const nameOf = (metal: string) => (METAL_BINS as Record<string, string>)[metal] ?? capital(elementName(metal))
</script>

<template>
  <section v-if="bins.massG > 0" :aria-label="t('home.stock-region')" data-testid="bins-together">
    <h2 class="chalk mb-2">{{ t('home.stock-heading', { mass: grams(bins.massG, 100) }) }}</h2>
    <CompositionBar :composition="bins.composition" :label="t('home.all-lots-label')" />
    <ul class="mt-3">
      <li
        v-for="bin in bins.byMetal"
        :key="bin.metal"
        class="flex items-baseline gap-3 border-t border-line py-1.5"
      >
        <span class="flex-1">{{ nameOf(bin.metal) }}</span>
        <span class="text-sm text-soft">{{ counted(bin.lots, 'lot') }}</span>
        <b class="w-24 text-right">{{ grams(bin.massG, 10) }}</b>
      </li>
    </ul>
  </section>
</template>
