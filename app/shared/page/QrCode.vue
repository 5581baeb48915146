<script setup lang="ts">
import { computed, ref, watchEffect } from 'vue'
import { qrPath } from './qr-path'
/** A QR code, dark on white whatever the theme, with the quiet margin readers need. */
const props = defineProps<{ text: string; label: string }>()
const code = ref<{ path: string; size: number } | null>(null)
const QUIET = 4
watchEffect(async () => (code.value = await qrPath(props.text)))
const box = computed(() =>
  code.value
    ? `${-QUIET} ${-QUIET} ${code.value.size + 2 * QUIET} ${code.value.size + 2 * QUIET}`
    : '0 0 1 1',
)
</script>

<template>
  <svg :viewBox="box" role="img" :aria-label="label" shape-rendering="crispEdges" class="bg-[#fff]">
    <rect v-if="code" :x="-QUIET" :y="-QUIET" :width="code.size + 8" :height="code.size + 8" fill="#fff" />
    <path v-if="code" :d="code.path" fill="#000" />
  </svg>
</template>
