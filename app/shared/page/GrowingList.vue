<script setup lang="ts" generic="T extends { id: string }">
import { t } from '~/words'
import { useIntersectionObserver } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

/** The items of a long list, drawn as far as it was scrolled: two thousand open as fast as sixty. */
const { items, first = 30 } = defineProps<{ items: readonly T[]; first?: number }>()
defineSlots<{ default(props: { item: T }): unknown }>()
const most = ref(first)
const drawn = computed(() => items.slice(0, most.value))
// A search that found few begins anew: what comes back after it is drawn from the top.
watch(
  () => items.length,
  (length) => (most.value = Math.max(first, Math.min(most.value, length))),
)
const more = () => (most.value += first)
const button = ref<HTMLElement | null>(null)
useIntersectionObserver(
  button,
  ([seen]) => {
    if (seen?.isIntersecting) more()
  },
  { rootMargin: '400px' },
)
</script>

<template>
  <template v-for="item in drawn" :key="item.id"><slot :item="item" /></template>
  <li v-if="drawn.length < items.length" class="list-none">
    <button ref="button" type="button" class="btn my-2" @click="more">
      {{ t('shared.show-more', { shown: drawn.length, total: items.length }) }}
    </button>
  </li>
</template>
