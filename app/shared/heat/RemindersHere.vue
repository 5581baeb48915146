<script setup lang="ts">
import { t } from '~/words'
import { remindersFor, type Cause } from '#core/troubles'
import { computed } from 'vue'
import { useHeat } from './useHeat'
import { useYard } from '~/storage/yard-store'
import { reminderWords } from '~/shared/words/troubles-words'

/** What earlier heats taught that is minded at this stage. */
const props = defineProps<{ stage: NonNullable<Cause['stage']> | 'all' }>()
const { heat } = useHeat()
const yard = useYard()
const here = computed(() =>
  heat.value && !heat.value.loggedAt
    ? remindersFor(heat.value, yard.heats).filter(
        ({ stage }) => props.stage === 'all' || stage === props.stage,
      )
    : [],
)
</script>

<template>
  <div
    v-if="here.length"
    class="mb-4 max-w-4xl border-l-8 border-amber bg-amber-wash px-3 py-2"
    data-testid="reminders-here"
  >
    <p class="font-bold">{{ t('shared-heat.reminders-heading') }}</p>
    <ul class="list-disc pl-5">
      <li v-for="one in here" :key="one.causeId">{{ reminderWords(one) }}.</li>
    </ul>
  </div>
</template>
