<script setup lang="ts">
import type { Verdict } from '#core/assay'
import { computed } from 'vue'
import { verdictShort } from './results-words'

/** A verdict in a word, its sign before it. */
const props = defineProps<{ verdict: Verdict | null }>()
const MARKS = {
  inside: { sign: '✓', tone: 'text-patina' },
  'inside-measured': { sign: '✓', tone: 'text-patina' },
  outside: { sign: '✕', tone: 'text-oxide' },
  unclear: { sign: '?', tone: 'text-amber' },
  'nothing-measured': { sign: '–', tone: 'text-soft' },
} as const
const mark = computed(() => MARKS[props.verdict?.overall ?? 'nothing-measured'])
</script>

<template>
  <span class="font-bold" :class="mark.tone">
    <span aria-hidden="true">{{ mark.sign }}</span>
    {{ verdictShort(verdict) }}
  </span>
</template>
