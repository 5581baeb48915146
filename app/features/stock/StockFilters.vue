<script setup lang="ts">
import { inSentence, t } from '~/words'
import { COATINGS, KNOWLEDGE, LOT_KINDS } from '#core/stock'
import type { StockView } from './useStockView'
import { KNOWLEDGE_WORDS } from '~/shared/words/knowledge-words'
import { COATING_NAMES, KIND_WORDS } from './stock-words'

/** Which lots are shown, in which order, as cards or as a list. */
const props = defineProps<{ view: StockView }>()
const { filter, order, asList } = props.view
</script>

<template>
  <div class="flex flex-wrap items-end gap-2 text-sm">
    <label
      ><span class="label">{{ t('stock.sort-by') }}</span>
      <select v-model="order" class="field w-auto">
        <option value="bin">{{ t('stock.sort-order') }}</option>
        <option value="name">{{ t('stock.sort-name') }}</option>
        <option value="mass">{{ t('stock.sort-mass') }}</option>
        <option value="price">{{ t('stock.sort-price') }}</option>
        <option value="new">{{ t('stock.sort-age') }}</option>
      </select></label
    >
    <label
      ><span class="label">{{ t('stock.metal') }}</span>
      <select v-model="filter.metal" class="field w-auto">
        <option value="">{{ t('stock.any') }}</option>
        <option value="Cu">{{ t('stock.copper-based') }}</option>
        <option value="Al">{{ t('stock.aluminium') }}</option>
        <option value="other">{{ t('stock.other') }}</option>
      </select></label
    >
    <label
      ><span class="label">{{ t('stock.kind') }}</span>
      <select v-model="filter.kind" class="field w-auto">
        <option value="">{{ t('stock.any') }}</option>
        <option v-for="kind in LOT_KINDS" :key="kind" :value="kind">
          {{ inSentence(KIND_WORDS[kind]) }}
        </option>
      </select></label
    >
    <label
      ><span class="label">{{ t('stock.knowledge-label') }}</span>
      <select v-model="filter.knowledge" class="field w-auto">
        <option value="">{{ t('stock.anything') }}</option>
        <option v-for="one in KNOWLEDGE" :key="one" :value="one">{{ KNOWLEDGE_WORDS[one] }}</option>
      </select></label
    >
    <label
      ><span class="label">{{ t('stock.coating-filter') }}</span>
      <select v-model="filter.coating" class="field w-auto">
        <option value="">{{ t('stock.anything') }}</option>
        <option value="clean">{{ t('stock.clean-option') }}</option>
        <option v-for="one in COATINGS" :key="one" :value="one">{{ COATING_NAMES[one] }}</option>
      </select></label
    >
    <label
      ><span class="label">{{ t('stock.filter-stock') }}</span>
      <select v-model="filter.held" class="field w-auto">
        <option value="">{{ t('stock.all') }}</option>
        <option value="free">{{ t('stock.free-metal') }}</option>
        <option value="held">{{ t('stock.filter-held') }}</option>
        <option value="empty">{{ t('stock.empty') }}</option>
      </select></label
    >
    <label class="flex min-h-10 items-center gap-2"
      ><input v-model="asList" type="checkbox" class="size-6 accent-(--ember)" />
      {{ t('stock.as-list-label') }}</label
    >
  </div>
</template>
