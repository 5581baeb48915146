<script setup lang="ts">
import { t } from '~/words'
import { todoItems } from '#core/ledger'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { looseEndWords } from './loose-ends-words'

/** What the yard left undone, and the way to do it; nothing where all is done. */
const yard = useYard()
const { grams } = useUnits()
const ends = computed(() => todoItems(yard).map((end) => looseEndWords(end, (value) => grams(value, 10))))
</script>

<template>
  <section v-if="ends.length" :aria-label="t('home.to-do-heading')" data-testid="loose-ends">
    <h2 class="chalk mb-2">{{ t('home.to-do-heading') }}</h2>
    <ul>
      <li
        v-for="end in ends"
        :key="end.text"
        class="flex flex-wrap items-center gap-x-3 border-t border-line py-2"
      >
        <span class="flex-1 basis-56" :class="{ 'font-semibold text-oxide': end.hurts }"
          >{{ end.text }}.</span
        >
        <NuxtLink :to="end.to" class="btn btn-quiet underline"
          >{{ end.doIt }}<span class="sr-only">: {{ end.text }}</span></NuxtLink
        >
      </li>
    </ul>
  </section>
</template>
