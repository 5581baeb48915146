<script setup lang="ts">
import { counted, joinFacts } from '~/shared/units/figures'
import { t } from '~/words'
import { nth } from '#core/lists'
import type { ChargeRows, ChargeRowState } from './useChargeRows'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import WeighLine from './WeighLine.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** One lot of the charge, edited in place: use it or not, at most, exactly, weighed. */
const props = defineProps<{ row: ChargeRowState; hand: ChargeRows }>()
const { grams } = useUnits()
const yard = useYard()
const { opened } = props.hand
if (props.row.choice.capG !== null || props.row.choice.lockG !== null || props.row.choice.pieceG)
  opened.add(props.row.id)
const open = computed({
  get: () => opened.has(props.row.id),
  set: (value) => (value ? opened.add(props.row.id) : opened.delete(props.row.id)),
})
const pieces = computed(() => {
  const { choice, plannedG, weighedG } = props.row
  return choice.pieceG && weighedG === null && plannedG > 0 ? Math.round(plannedG / choice.pieceG) : null
})
/** The middle one of the pieces written down with the lot. */
const usualPiece = computed(() => {
  const all = [...(yard.records.lots[props.row.id]?.pieces ?? [])].sort((a, b) => a - b)
  return all.length > 0
    ? t('charge.lot-piece-masses', { masses: grams(nth(all, Math.floor(all.length / 2))) })
    : ''
})
const inUse = computed(() => props.row.plannedG > 0 || props.row.weighedG !== null)
const canOpen = computed(() => (inUse.value || props.row.choice.use) && !props.hand.frozen.value)
/** Why it is not in the plan, and what else it could go into. */
const why = computed(() => (inUse.value ? '' : props.hand.whyIdle(props.row)))
const into = computed(() => (open.value && !inUse.value ? props.hand.couldBe(props.row) : ''))
</script>

<template>
  <li
    class="lazy-row border-t border-line py-0.5"
    :class="row.choice.use ? '' : 'opacity-75'"
    :data-lot="row.name"
  >
    <div class="line" :class="{ idle: !inUse }">
      <input
        v-if="!inUse"
        type="checkbox"
        class="size-6 accent-(--ember)"
        :checked="row.choice.use"
        :disabled="hand.frozen.value"
        :aria-label="t('charge.use-lot', { lotName: row.name })"
        @change="hand.choose(row.id, { use: ($event.target as HTMLInputElement).checked })"
      />
      <component
        :is="canOpen ? 'button' : 'p'"
        :aria-label="canOpen ? t('charge.min-max-label', { lotName: row.name }) : undefined"
        :aria-expanded="canOpen ? open : undefined"
        class="name min-w-0 text-left leading-tight"
        @click="open = canOpen && !open"
      >
        <span class="font-bold">{{ row.name }}</span>
        <span class="ml-2 text-sm text-soft">
          {{
            joinFacts(
              row.weighedG === null
                ? t('charge.lot-in-stock', { mass: grams(row.availableG) })
                : t('charge.weighed'),
              row.choice.lockG !== null && row.weighedG === null && t('charge.locked-status'),
              row.choice.capG !== null &&
                row.choice.lockG === null &&
                row.weighedG === null &&
                t('charge.capped-status', { mass: grams(row.choice.capG) }),
              pieces !== null && counted(pieces, 'whole-piece'),
            )
          }}
        </span>
        <span v-if="canOpen" class="text-soft" aria-hidden="true">{{ open ? ' ▴' : ' ▾' }}</span>
        <span v-if="why" class="block text-sm text-soft">{{ why }}</span>
      </component>
      <label v-if="hand.useUp.value && !hand.frozen.value" class="flex items-center gap-1 text-sm">
        <input
          type="checkbox"
          class="size-5 accent-(--ember)"
          :checked="hand.useUp.value.has(row.id)"
          @change="hand.toggleUseUp(row.id)"
        />
        {{ t('charge.use-up') }}<span class="sr-only"> {{ row.name }}</span>
      </label>
      <p v-if="inUse" class="mass text-right text-lg whitespace-nowrap">
        <b :class="row.weighedG !== null ? 'text-patina' : ''">{{
          grams(row.weighedG ?? row.plannedG, row.stepG)
        }}</b>
      </p>
      <div v-if="inUse && !hand.frozen.value" class="weigh">
        <WeighLine class="tight" :row="row" :hand="hand" />
      </div>
    </div>
    <div v-if="open" class="mt-1 mb-2 ml-3 max-w-lg">
      <label v-if="inUse && row.weighedG === null" class="mb-1 flex items-center gap-2">
        <input
          type="checkbox"
          class="size-6 accent-(--ember)"
          :checked="row.choice.use"
          :disabled="hand.frozen.value"
          :aria-label="t('charge.use-lot', { lotName: row.name })"
          @change="hand.choose(row.id, { use: ($event.target as HTMLInputElement).checked })"
        />
        {{ t('charge.use-this-lot') }}
      </label>
      <CompositionBar :composition="row.composition" :label="row.name" short />
      <p v-if="into" class="mt-1 text-sm">{{ into }}</p>
    </div>
    <div
      v-if="open && row.weighedG === null && !hand.frozen.value"
      class="mt-2 ml-3 grid max-w-lg grid-cols-2 gap-3 sm:grid-cols-3"
    >
      <QuantityField
        :model-value="row.choice.capG"
        :label="t('charge.lot-at-most', { lotName: row.name })"
        kind="mass"
        nullable
        @update:model-value="hand.choose(row.id, { capG: $event }, 'cap')"
        @sealed="yard.seal()"
      />
      <QuantityField
        :model-value="row.choice.lockG"
        :label="t('charge.lot-exactly', { lotName: row.name })"
        kind="mass"
        nullable
        :max="row.availableG"
        :max-words="t('charge.lot-over-stock', { mass: grams(row.availableG) })"
        @update:model-value="hand.choose(row.id, { lockG: $event }, 'lock')"
        @sealed="yard.seal()"
      />
      <QuantityField
        :model-value="row.choice.pieceG ?? null"
        :label="t('charge.lot-whole-pieces', { lotName: row.name })"
        kind="mass"
        nullable
        positive
        :hint="usualPiece"
        @update:model-value="hand.choose(row.id, { pieceG: $event }, 'piece')"
        @sealed="yard.seal()"
      />
    </div>
  </li>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  align-items: center;
  column-gap: 0.5rem;
}
.line.idle {
  grid-template-columns: 1.75rem minmax(0, 1fr) auto;
}
.line:has(label) {
  grid-template-columns: minmax(0, 1fr) auto auto auto;
}
.line.idle:has(label) {
  grid-template-columns: 1.75rem minmax(0, 1fr) auto;
}
button.name {
  min-height: 1.95rem;
}
button.name:hover {
  background: var(--well);
}
.tight,
.tight :deep(.field) {
  min-height: 1.95rem;
  padding-block: 0.05rem;
}
/* On a phone the weight stands beside the name, and where it is weighed under both. */
@media (width < 40rem) {
  .line:not(.idle) {
    grid-template-columns: minmax(0, 1fr) auto;
  }
}
</style>
