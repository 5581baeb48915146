<script setup lang="ts">
import { t } from '~/words'
import { ref } from 'vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import type { MeltLog } from './useMeltLog'

/** What is wanted with every step on a phone: when the metal is ready, and a field for the reading. */
const props = defineProps<{ log: MeltLog; forecast: string }>()
const celsius = ref<number | null>(null)
function write(): void {
  if (celsius.value === null) return
  props.log.add('temperature', { celsius: celsius.value })
  celsius.value = null
}
</script>

<template>
  <p v-if="forecast" class="basis-full leading-tight font-bold" data-testid="bar-forecast">{{ forecast }}</p>
  <form class="reading flex items-start gap-2" @submit.prevent="write">
    <QuantityField
      v-model="celsius"
      class="w-[6.5rem] max-w-[120px]"
      :label="t('melt.reading-label')"
      hide-label
      kind="temperature"
      nullable
      @enter="write"
    />
    <button class="btn min-w-[72px]">{{ t('melt.log-button') }}</button>
  </form>
</template>

<style scoped>
.reading :deep(.field) {
  min-height: 72px;
  font-size: min(1.5rem, 28px);
}
/* Too small for a glove: here it only shows the unit. */
.reading :deep([aria-pressed]) {
  pointer-events: none;
}
</style>
