<script setup lang="ts">
import { ref } from 'vue'
/** The browser's own picker, out of sight; a button beside it opens it. */
defineProps<{ label: string }>()
const input = ref<HTMLInputElement>()
defineExpose({ open: () => input.value?.click() })
</script>

<template>
  <input ref="input" type="file" class="sr-only" tabindex="-1" :aria-label="label" />
</template>
