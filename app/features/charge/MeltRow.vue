<script setup lang="ts">
import { t } from '~/words'
import type { ChargeRows, ChargeRowState } from './useChargeRows'
import { computed } from 'vue'
import { goesIn } from './useAsItComes'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import WeighLine from './WeighLine.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** One lot that may go into a heat that aims at nothing: in or not, how much, weighed. */
const props = defineProps<{ row: ChargeRowState; hand: ChargeRows }>()
const emit = defineEmits<{ put: [massG: number | null, mergeKey?: string] }>()
const { grams } = useUnits()
const yard = useYard()
const weighed = computed(() => props.row.weighedG !== null)
const inCharge = computed(() => goesIn(props.row))
</script>

<template>
  <li class="lazy-row border-t border-line py-1" :data-lot="row.name">
    <div class="line">
      <input
        type="checkbox"
        class="size-6 accent-(--ember)"
        :checked="inCharge"
        :disabled="weighed || hand.frozen.value"
        :aria-label="t('charge.include-lot', { lotName: row.name })"
        @change="emit('put', ($event.target as HTMLInputElement).checked ? row.availableG : null)"
      />
      <div class="what min-w-0 leading-tight">
        <p>
          <span class="font-bold">{{ row.name }}</span>
          <span class="ml-2 text-sm text-soft">{{
            weighed ? t('charge.weighed') : t('charge.lot-in-stock', { mass: grams(row.availableG) })
          }}</span>
        </p>
        <CompositionBar :composition="row.composition" :label="row.name" :values="false" />
      </div>
      <template v-if="inCharge">
        <QuantityField
          v-if="!weighed"
          class="much w-30"
          :model-value="row.choice.lockG"
          :label="t('charge.lot-mass-label', { lotName: row.name })"
          hide-label
          kind="mass"
          positive
          :max="row.availableG"
          :max-words="t('charge.lot-over-stock', { mass: grams(row.availableG) })"
          @update:model-value="emit('put', $event, `much-${row.id}`)"
          @sealed="yard.seal()"
        />
        <b v-else class="much text-right text-lg whitespace-nowrap text-patina">{{
          grams(row.weighedG ?? 0, row.stepG)
        }}</b>
        <WeighLine v-if="!hand.frozen.value" :row="row" :hand="hand" />
      </template>
    </div>
  </li>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 1.75rem minmax(0, 1fr) auto auto;
  align-items: center;
  column-gap: 0.5rem;
}
/* On a phone the weights stand under the name. */
@media (width < 40rem) {
  .line {
    grid-template-columns: 1.75rem minmax(0, 1fr) minmax(0, 1fr);
    row-gap: 0.25rem;
  }
  .what {
    grid-column: 2 / -1;
  }
  .much {
    grid-column: 2;
  }
}
</style>
