<script setup lang="ts">
import { COATINGS, KNOWLEDGE, LOT_KINDS } from '#core/stock'
import type { StockView } from './useStockView'
import { COATING_NAMES, KIND_WORDS, KNOWLEDGE_WORDS } from './stock-words'

/** Which lots are shown, in which order, as cards or as a list. */
const props = defineProps<{ view: StockView }>()
const { filter, order, asList } = props.view
</script>

<template>
  <div class="flex flex-wrap items-end gap-2 text-sm">
    <label
      ><span class="label">Sort by</span>
      <select v-model="order" class="field w-auto">
        <option value="bin">the bins</option>
        <option value="name">name</option>
        <option value="mass">mass, most first</option>
        <option value="price">price, dearest first</option>
        <option value="new">age, newest first</option>
      </select></label
    >
    <label
      ><span class="label">Metal</span>
      <select v-model="filter.metal" class="field w-auto">
        <option value="">any</option>
        <option value="Cu">copper-based</option>
        <option value="Al">aluminium</option>
        <option value="other">other</option>
      </select></label
    >
    <label
      ><span class="label">Kind</span>
      <select v-model="filter.kind" class="field w-auto">
        <option value="">any</option>
        <option v-for="kind in LOT_KINDS" :key="kind" :value="kind">
          {{ KIND_WORDS[kind].toLowerCase() }}
        </option>
      </select></label
    >
    <label
      ><span class="label">Known from</span>
      <select v-model="filter.knowledge" class="field w-auto">
        <option value="">anything</option>
        <option v-for="one in KNOWLEDGE" :key="one" :value="one">{{ KNOWLEDGE_WORDS[one] }}</option>
      </select></label
    >
    <label
      ><span class="label">On it</span>
      <select v-model="filter.coating" class="field w-auto">
        <option value="">anything</option>
        <option value="clean">nothing: clean</option>
        <option v-for="one in COATINGS" :key="one" :value="one">{{ COATING_NAMES[one] }}</option>
      </select></label
    >
    <label
      ><span class="label">In the bin</span>
      <select v-model="filter.held" class="field w-auto">
        <option value="">all</option>
        <option value="free">free metal</option>
        <option value="held">held for a heat</option>
        <option value="empty">empty</option>
      </select></label
    >
    <label class="flex min-h-10 items-center gap-2"
      ><input v-model="asList" type="checkbox" class="size-5 accent-(--ember)" /> as a list</label
    >
  </div>
</template>
