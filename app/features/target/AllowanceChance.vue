<script setup lang="ts">
import { t } from '~/words'
import { computed } from 'vue'
import { allowanceFor, type MetalNeed } from '#core/casting'
import { fixed } from '~/shared/units/decimal-mark'

/** The allowance by the chance of running short: what the spread of the planned tap asks for. */
const props = defineProps<{ need: MetalNeed; relativeSd: number | null }>()
const emit = defineEmits<{ take: [allowancePct: number] }>()
const CHANCES = [5, 1] as const
const offers = computed(() =>
  CHANCES.flatMap((percent) => {
    const pct = props.relativeSd === null ? null : allowanceFor(props.need, percent / 100, props.relativeSd)
    return pct === null ? [] : [{ percent, pct }]
  }),
)
</script>

<template>
  <p
    v-if="offers.length"
    class="mt-1 flex flex-wrap items-baseline gap-x-3 text-sm"
    data-testid="allowance-chance"
  >
    <span>{{ t('target.allowance-by-chance') }}</span>
    <button
      v-for="{ percent, pct } in offers"
      :key="percent"
      type="button"
      class="btn btn-quiet min-h-8 underline"
      :aria-pressed="need.allowancePct === pct"
      @click="emit('take', pct)"
    >
      {{ t('target.allowance-chance-button', { percent, allowance: fixed(pct, 1) }) }}
    </button>
  </p>
</template>
