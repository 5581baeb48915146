<script setup lang="ts">
import { clockWords } from '~/shared/units/dates'
import { t } from '~/words'
import { computed } from 'vue'
import type { RunSheet } from './useRunSheet'

/** All steps of the run sheet, with what is done of them. */
const props = defineProps<{ sheet: RunSheet }>()
const { heat, steps, words, stateOf, current, unmark, grams } = props.sheet
/** None of a logged heat is in hand any more. */
const inHand = computed(() => (heat.value?.loggedAt ? null : current.value))
const clock = clockWords
</script>

<template>
  <ol class="slab divide-y divide-line">
    <li
      v-for="(step, index) in steps"
      :key="step.id"
      class="flex items-start gap-3 px-3 py-1.5"
      :class="step === inHand ? 'bg-well' : ''"
    >
      <span class="w-6 text-right text-soft">{{ index + 1 }}</span>
      <div class="min-w-0 flex-1">
        <p :class="step === inHand ? 'font-bold' : ''">{{ words(step).title }}</p>
        <p v-for="lot in step.lots ?? []" :key="lot.lotId" class="text-sm text-soft">
          {{ grams(lot.massG, sheet.plan.stepOf(lot.lotId)) }} {{ lot.name }}
        </p>
      </div>
      <template v-if="stateOf(step)">
        <span class="text-sm font-semibold" :class="stateOf(step)!.skipped ? 'text-amber' : 'text-patina'">
          {{ stateOf(step)!.skipped ? t('melt.skipped') : `✓ ${clock(stateOf(step)!.at)}` }}
        </span>
        <button v-if="!heat?.loggedAt" class="btn btn-quiet -my-1 text-sm underline" @click="unmark(step)">
          {{ t('melt.undo') }}<span class="sr-only"> {{ words(step).title }}</span>
        </button>
      </template>
    </li>
  </ol>
</template>
