<script setup lang="ts">
import type { ChargeBoard } from '~/composables/useChargeBoard'

/** How the charge is to be chosen. */
defineProps<{ board: ChargeBoard }>()
const { heat } = useHeat()
const OBJECTIVES = [
  { id: 'cost', name: 'cheapest' },
  { id: 'virgin', name: 'least virgin metal' },
  { id: 'nominal', name: 'closest to nominal' },
] as const
const CERTAINTIES = [
  { value: '', name: 'by the book figures' },
  { value: 0.8, name: '8 times in 10' },
  { value: 0.9, name: '9 times in 10' },
  { value: 0.95, name: '19 times in 20' },
  { value: 0.99, name: '99 times in 100' },
]
/** The certainty at hand, named even where it is none of the usual ones. */
const certainties = computed(() => {
  const value = heat.value?.confidence
  if (!value || CERTAINTIES.some((option) => option.value === value)) return CERTAINTIES
  return [...CERTAINTIES, { value, name: `${(100 * value).toFixed(value > 0.99 ? 2 : 0)} times in 100` }]
})
const figure = (event: Event) => Number((event.target as HTMLSelectElement).value) || null
</script>

<template>
  <div v-if="heat" class="flex flex-wrap items-center gap-x-4 gap-y-2 text-sm">
    <label class="flex items-center gap-2">
      <span class="text-soft">Choose the</span>
      <select
        class="field w-auto"
        :value="heat.objective"
        @change="board.setObjective(($event.target as HTMLSelectElement).value)"
      >
        <option v-for="option in OBJECTIVES" :key="option.id" :value="option.id">{{ option.name }}</option>
      </select>
    </label>
    <label class="flex items-center gap-2">
      <span class="text-soft">Each limit kept</span>
      <select
        class="field w-auto"
        :value="heat.confidence ?? ''"
        @change="board.setConfidence(figure($event))"
      >
        <option v-for="option in certainties" :key="option.name" :value="option.value">
          {{ option.name }}
        </option>
      </select>
    </label>
    <label class="flex items-center gap-2">
      <span class="text-soft">From</span>
      <select class="field w-auto" :value="heat.maxLots ?? ''" @change="board.setMaxLots(figure($event))">
        <option value="">any number of lots</option>
        <option v-for="count in 12" :key="count" :value="count">
          at most {{ count }} {{ count === 1 ? 'lot' : 'lots' }}
        </option>
      </select>
    </label>
  </div>
</template>
