<script setup lang="ts">
import type { CheckWords } from '~/words/plan-checks'

/** What a founder would say of the plan before it is weighed. */
const props = defineProps<{ checks: CheckWords[] }>()
const LEVELS = {
  stop: { word: 'Stop', tone: 'border-oxide bg-oxide-wash' },
  mind: { word: 'Mind', tone: 'border-amber bg-amber-wash' },
  note: { word: 'Note', tone: 'border-line bg-well' },
} as const
const title = computed(() =>
  props.checks.some(({ level }) => level === 'stop') ? 'Not as it stands' : 'Before you weigh',
)
</script>

<template>
  <section v-if="checks.length" aria-label="Checks of practice" data-testid="checks">
    <h2 class="chalk mb-2">{{ title }}</h2>
    <ul class="grid gap-2 lg:grid-cols-2">
      <li
        v-for="check in checks"
        :key="check.text"
        class="border-l-8 px-3 py-2"
        :class="LEVELS[check.level].tone"
      >
        <details>
          <summary class="font-semibold">
            <span class="sr-only">{{ LEVELS[check.level].word }}: </span>{{ check.text }}.
          </summary>
          <p class="mt-1 text-sm">{{ check.why }}</p>
          <p class="text-xs text-soft">{{ check.source }}.</p>
        </details>
      </li>
    </ul>
  </section>
</template>
