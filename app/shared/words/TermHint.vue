<script setup lang="ts">
import { ref, useId, useTemplateRef } from 'vue'
/** One term: a word that can be pressed, with its explanation beside it. */
defineProps<{ text: string }>()
const id = useId()
const word = useTemplateRef<HTMLElement>('word')
const open = ref(false)
const place = ref({ left: '0px', top: '0px' })
/** Room the explanation takes across at most, and what stays free at the edge of the window, px. */
const WIDTH = 288
const EDGE = 8

function show(): void {
  const box = word.value?.getBoundingClientRect()
  if (!box) return
  const left = Math.max(EDGE, Math.min(box.left, document.documentElement.clientWidth - WIDTH - EDGE))
  place.value = { left: `${left}px`, top: `${box.bottom + 4}px` }
  open.value = true
}
</script>

<template>
  <span @pointerenter="show" @pointerleave="open = false"
    ><button
      ref="word"
      type="button"
      class="term"
      :aria-describedby="open ? id : undefined"
      @focus="show"
      @blur="open = false"
      @click.stop.prevent="show"
      @keydown.escape="open = false"
    >
      <slot /></button
    ><span v-if="open" :id="id" role="tooltip" class="explained" :style="place">{{ text }}</span></span
  >
</template>

<style scoped>
.term {
  display: inline;
  padding: 0;
  font: inherit;
  letter-spacing: inherit;
  text-transform: inherit;
  text-align: inherit;
  cursor: help;
  text-decoration: underline dotted 1px var(--soft);
  text-underline-offset: 0.2em;
}
.term:hover,
.term:focus {
  text-decoration-color: var(--ember);
}
.explained {
  position: fixed;
  z-index: 50;
  max-width: min(18rem, calc(100vw - 1rem));
  padding: 0.5rem 0.7rem;
  background: var(--panel);
  border: 2px solid var(--ink);
  box-shadow: 4px 4px 0 rgb(var(--shadow) / 0.22);
  color: var(--ink);
  text-align: left;
  text-transform: none;
  letter-spacing: normal;
  white-space: normal;
  font: 400 var(--text-sm) / 1.4 var(--font-sans);
}
@media print {
  .term {
    text-decoration: none;
  }
}
</style>
