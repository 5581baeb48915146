<script setup lang="ts">
import type { CheckWords } from '~/words/plan-checks'

/** What a founder would say of the plan before it is weighed: what can hurt someone, with its reason laid open, or the rest. */
const props = defineProps<{ checks: CheckWords[]; hurting?: boolean }>()
const shown = computed(() => props.checks.filter(({ hurts }) => hurts === props.hurting))
const LEVELS = {
  stop: { word: 'Stop', tone: 'border-oxide bg-oxide-wash' },
  mind: { word: 'Mind', tone: 'border-amber bg-amber-wash' },
  note: { word: 'Note', tone: 'border-line bg-well' },
} as const
</script>

<template>
  <section
    v-if="shown.length"
    :aria-label="hurting ? 'What can hurt you' : 'Checks of practice'"
    :data-testid="hurting ? 'hurting' : 'checks'"
  >
    <h2 v-if="!hurting" class="chalk mb-2">Before you weigh</h2>
    <ul class="grid items-start gap-2 lg:grid-cols-2">
      <li
        v-for="check in shown"
        :key="check.text"
        class="border-l-8 px-3 py-2"
        :class="LEVELS[check.level].tone"
      >
        <template v-if="hurting">
          <p class="font-semibold">
            <span class="sr-only">{{ LEVELS[check.level].word }}: </span>{{ check.text }}.
          </p>
          <p class="text-sm">
            {{ check.why }} <span class="text-soft">({{ check.source }})</span>
          </p>
        </template>
        <details v-else>
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
