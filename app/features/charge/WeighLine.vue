<script setup lang="ts">
import { t } from '~/words'
import type { ChargeRows, ChargeRowState } from './useChargeRows'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** Where a line of the charge is weighed, and where that is taken back. */
defineProps<{ row: ChargeRowState; hand: ChargeRows }>()
</script>

<template>
  <QuantityField
    v-if="row.weighedG === null"
    class="w-30"
    :model-value="null"
    :label="t('charge.weighed-lot-label', { lotName: row.name })"
    hide-label
    kind="mass"
    nullable
    :near="row.plannedG"
    :placeholder="t('charge.weighed')"
    @sealed="hand.takePending(row)"
    @enter="hand.takePending(row)"
    @update:model-value="hand.pend(row, $event)"
  />
  <button v-else class="btn" @click="hand.unweigh(row)">
    {{ t('charge.take-back') }}<span class="sr-only"> {{ row.name }}</span>
  </button>
</template>
