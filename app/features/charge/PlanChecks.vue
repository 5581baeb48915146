<script setup lang="ts">
import { t } from '~/words'
import { Info, OctagonX, TriangleAlert } from '~/shared/icons'
import type { CheckWords } from './plan-checks-words'
import { computed } from 'vue'

/**
 * What a founder would say of the plan before it is weighed: what can hurt someone, or the rest. One line each; the
 * reason opens, and at the scale it lies open.
 */
const props = defineProps<{ checks: CheckWords[]; hurting?: boolean; laidOpen?: boolean }>()
const shown = computed(() => props.checks.filter(({ hurts }) => hurts === props.hurting))
const worst = computed(() => (shown.value.some(({ level }) => level === 'stop') ? 'stop' : 'mind'))
const LEVELS = {
  stop: { word: t('charge.stop'), tone: 'border-oxide bg-oxide-wash', sign: OctagonX },
  mind: { word: t('charge.caution'), tone: 'border-amber bg-amber-wash', sign: TriangleAlert },
  note: { word: t('charge.note'), tone: 'border-line bg-well', sign: Info },
} as const
</script>

<template>
  <section
    v-if="shown.length"
    :aria-label="hurting ? t('charge.hazards-heading') : t('charge.practice-checks-heading')"
    :data-testid="hurting ? 'hurting' : 'checks'"
  >
    <h2 v-if="!hurting" class="chalk mb-2">{{ t('charge.before-you-weigh') }}</h2>
    <details
      v-if="hurting && !laidOpen && shown.length > 1"
      class="border-l-8 px-3 py-1"
      :class="LEVELS[worst].tone"
    >
      <summary class="check">
        <component :is="LEVELS[worst].sign" class="size-5 shrink-0" aria-hidden="true" />
        <span
          ><b>{{ LEVELS[worst].word }}: </b
          ><span v-for="(check, at) in shown" :key="check.text"
            ><template v-if="at"> · </template>{{ check.text }}</span
          >.</span
        >
      </summary>
      <div v-for="check in shown" :key="check.text" class="mt-1 text-sm">
        <p class="font-semibold">{{ check.text }}.</p>
        <p>{{ check.why }} <span class="text-soft">({{ check.source }})</span></p>
      </div>
    </details>
    <ul v-else class="grid items-start gap-1" :class="hurting || shown.length < 2 ? '' : 'lg:grid-cols-2'">
      <li
        v-for="check in shown"
        :key="check.text"
        class="border-l-8 px-3"
        :class="[LEVELS[check.level].tone, hurting && !laidOpen ? 'py-1' : 'py-2']"
      >
        <details :open="laidOpen">
          <summary class="check font-semibold">
            <component :is="LEVELS[check.level].sign" class="size-5 shrink-0" aria-hidden="true" />
            <span
              ><b v-if="hurting">{{ LEVELS[check.level].word }}: </b
              ><span v-else class="sr-only">{{ LEVELS[check.level].word }}: </span>{{ check.text }}.</span
            >
          </summary>
          <p class="mt-1 text-sm">{{ check.why }} <span class="text-soft">({{ check.source }})</span></p>
        </details>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.check {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  list-style: none;
}
.check::-webkit-details-marker {
  display: none;
}
.check::after {
  content: '▾';
  margin-left: auto;
  color: var(--soft);
}
details[open] > .check::after {
  content: '▴';
}
</style>
