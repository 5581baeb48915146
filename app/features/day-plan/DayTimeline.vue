<script setup lang="ts">
import { t } from '~/words'
import { computed } from 'vue'

/** The day along its clock, a row for each crucible. */
const props = defineProps<{
  steps: readonly {
    id: string
    pot: string
    potName: string
    label: string
    from: string
    pour: string
    fromMin: number
    pourMin: number
    washed: boolean
  }[]
}>()
const end = computed(() => Math.max(1, ...props.steps.map(({ pourMin }) => pourMin)))
const rows = computed(() => {
  const pots = [...new Set(props.steps.map(({ pot }) => pot))]
  return pots.map((pot) => ({
    pot,
    name: props.steps.find((step) => step.pot === pot)?.potName ?? '',
    steps: props.steps.filter((step) => step.pot === pot),
  }))
})
const left = (minutes: number) => `${(100 * minutes) / end.value}%`
</script>

<template>
  <div class="mb-3" aria-hidden="true" data-testid="day-drawing">
    <div v-for="row in rows" :key="row.pot" class="mb-1">
      <p v-if="row.name" class="text-xs text-soft">{{ row.name }}</p>
      <div class="relative h-10 border-b-2 border-ink bg-well">
        <div
          v-for="step in row.steps"
          :key="step.id"
          class="absolute inset-y-1 flex items-center overflow-hidden border-l-4 border-ember bg-panel px-2 text-sm whitespace-nowrap"
          :style="{ left: left(step.fromMin), width: left(step.pourMin - step.fromMin) }"
        >
          <b>{{ step.label }}</b
          ><span v-if="step.washed" class="ml-1 text-soft">{{ t('day-plan.timeline-wash') }}</span>
        </div>
      </div>
    </div>
  </div>
</template>
