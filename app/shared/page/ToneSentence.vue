<script setup lang="ts">
/** The answer of a stage in a sentence, on the ground that goes with it. */
defineProps<{ sentence: { tone: 'good' | 'warn' | 'plain'; text: string } }>()
const GROUNDS = {
  good: 'border-patina bg-patina-wash',
  warn: 'border-oxide bg-oxide-wash',
  plain: 'border-line bg-well',
}
</script>

<template>
  <p class="mb-4 max-w-5xl border-l-8 px-4 py-3 font-bold" :class="GROUNDS[sentence.tone]" aria-live="polite">
    {{ sentence.text }}
  </p>
</template>
