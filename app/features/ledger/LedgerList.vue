<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { useWindowVirtualizer } from '@tanstack/vue-virtual'
import type { Heat } from '#core/heat'
import { ledgerRow } from '#core/ledger'
import { computed, ref } from 'vue'
import LedgerRow from './LedgerRow.vue'

/** Rows of the ledger. Only those in sight are drawn: ten thousand heats scroll like twelve. */
const props = defineProps<{ heats: readonly Heat[] }>()
/** Most rows are as high as this (the row's least height), px at the usual size of letters. */
const ROW_PX = 104
const list = ref<HTMLElement | null>(null)
const offset = ref(0)
const virtual = useWindowVirtualizer(
  computed(() => ({
    count: props.heats.length,
    estimateSize: () => ROW_PX,
    overscan: 2,
    scrollMargin: offset.value,
    // A row is measured after the browser has laid it out, never by making it lay out the page at once.
    measureElement: (element, entry, { measurementsCache }) =>
      entry?.borderBoxSize[0]?.blockSize ??
      measurementsCache[Number(element.getAttribute('data-index'))]?.size ??
      ROW_PX,
  })),
)
const measureRow = (element: unknown) => {
  if (element instanceof Element) virtual.value.measureElement(element)
}
/** Where the list begins on the page, looked up when the page has been laid out anew. */
useResizeObserver(
  () => list.value?.parentElement,
  () => {
    if (list.value) offset.value = list.value.getBoundingClientRect().top + window.scrollY
  },
)
</script>

<template>
  <div
    ref="list"
    data-testid="ledger"
    role="list"
    class="relative"
    :style="{ height: `${virtual.getTotalSize()}px` }"
  >
    <div
      v-for="item in virtual.getVirtualItems()"
      :key="Number(item.key)"
      :ref="measureRow"
      :data-index="item.index"
      role="listitem"
      class="row"
      :style="{ transform: `translateY(${item.start - offset}px)` }"
    >
      <LedgerRow v-if="heats[item.index]" :row="ledgerRow(heats[item.index]!)" />
    </div>
  </div>
</template>

<style scoped>
.row {
  position: absolute;
  inset: 0 0 auto;
  min-height: 6.5rem;
  border-top: 1px solid var(--line);
  contain: layout paint style;
}
</style>
