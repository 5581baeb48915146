<script setup lang="ts">
import { t } from '~/words'
import { CASTABILITY_SOURCES, type Castability } from '#core/casting'
import { useUnits } from '~/shared/units/useUnits'
import { gradeWords, rangeWords, TRAIT_WORDS, whyWords } from '~/shared/words/castability-words'

/** How a metal casts: each trait with its grade drawn as marks, in words, and why. */
defineProps<{ casts: Castability }>()
const units = useUnits()
const GRADES = 5
</script>

<template>
  <div data-testid="casts-how">
    <p class="mb-1">{{ rangeWords(casts, units) }}.</p>
    <dl>
      <div
        v-for="one in casts.traits"
        :key="one.trait"
        class="grid grid-cols-[7.5rem_4.5rem_minmax(0,1fr)] items-baseline gap-x-2 border-t border-line py-1"
      >
        <dt>{{ TRAIT_WORDS[one.trait] }}</dt>
        <dd class="flex gap-1" aria-hidden="true">
          <i
            v-for="mark in GRADES"
            :key="mark"
            class="h-3 w-2.5 border border-ink"
            :class="mark <= GRADES + 1 - one.grade ? 'bg-ink' : ''"
          />
        </dd>
        <dd class="text-sm"><b>{{ gradeWords(one.trait, one.grade) }}</b>: {{ whyWords(one.why) }}</dd>
      </div>
    </dl>
    <p class="mt-1 text-xs text-soft">
      {{ t('shared.castability-note', { source: CASTABILITY_SOURCES[0] }) }}
    </p>
  </div>
</template>
