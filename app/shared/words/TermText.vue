<script setup lang="ts">
import { computed } from 'vue'
import { findTerms, GLOSSARY } from '#core/glossary'
import { told } from '~/words'
import TermHint from './TermHint.vue'
/** A text with its terms of the trade underlined; each says what it means when pressed, pointed at or focused. */
const { text } = defineProps<{ text: string }>()
const terms = computed(() =>
  GLOSSARY.filter(({ everyday }) => !everyday).map((one) => ({
    id: one.id,
    term: told(one.term),
    text: told(one.text),
  })),
)
const stretches = computed(() => findTerms(text, terms.value))
</script>

<template>
  <span
    ><template v-for="(stretch, index) in stretches" :key="index"
      ><TermHint v-if="stretch.term" :text="stretch.term.text">{{ stretch.text }}</TermHint
      ><template v-else>{{ stretch.text }}</template></template
    ></span
  >
</template>
