<script setup lang="ts">
import { fuelOf } from '#core/gear'
import { computed } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'
import { useMeltEffort } from '~/shared/gear/useMeltEffort'
import { useYard } from '~/storage/yard-store'
import GearPick from '~/shared/fields/GearPick.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** What the heat burnt: two of these, and the furnace's efficiency is its own. */
const { heat, edit } = useHeat()
const yard = useYard()
const { furnace, furnaces, learned, effort, chooseFurnace } = useMeltEffort()
const figure = (value: number) => (value < 10 ? value.toFixed(2) : value.toFixed(0))
const HOW = {
  propane: 'Bottle weighed before and after',
  charcoal: 'Bag weighed before and after',
  electric: 'Meter read before and after',
} as const
const fuel = computed(() => (furnace.value ? fuelOf(furnace.value.fuel) : null))
function change(what: { amount?: number | null; minutes?: number | null }): void {
  const burnt = { amount: null, minutes: null, ...heat.value?.burnt, ...what }
  edit('Write down what it burnt', { burnt }, 'burnt')
}
</script>

<template>
  <div v-if="furnaces.length" class="slab p-4">
    <h2 class="chalk mb-3">What it burnt</h2>
    <div class="grid grid-cols-2 gap-3 sm:grid-cols-3">
      <GearPick label="Furnace" :gear="furnaces" :chosen="heat?.furnaceId" @choose="chooseFurnace($event)" />
      <template v-if="fuel">
        <QuantityField
          :model-value="heat?.burnt?.amount ?? null"
          :label="fuel.name"
          kind="number"
          :unit-words="fuel.unit"
          nullable
          positive
          :max="100000"
          :hint="HOW[fuel.id]"
          @update:model-value="change({ amount: $event })"
          @sealed="yard.seal()"
        />
        <QuantityField
          :model-value="heat?.burnt?.minutes ?? null"
          label="From lighting to the pour"
          kind="number"
          unit-words="min"
          nullable
          positive
          :max="100000"
          @update:model-value="change({ minutes: $event })"
          @sealed="yard.seal()"
        />
      </template>
    </div>
    <p v-if="learned && fuel" class="mt-2 text-sm text-soft" data-testid="efficiency">
      <template v-if="effort && heat?.burnt?.amount">
        Forecast by its other heats: {{ figure(effort.fuel.low) }} to {{ figure(effort.fuel.high) }}
        {{ fuel.unit }}; burnt: {{ figure(heat.burnt.amount) }} {{ fuel.unit }}.
      </template>
      <template v-if="learned.heats > 1">
        Going by {{ learned.heats }} other heats,
        {{
          learned.liningKJ > 0
            ? `its own walls take about ${figure(learned.liningKJ / 1000 / fuel.mjPerUnit)} ${fuel.unit} a heat; of the rest`
            : 'of what it burns'
        }}
        {{ (100 * learned.efficiency.low).toFixed(0) }} to {{ (100 * learned.efficiency.high).toFixed(0) }} %
        ends in metal and crucible.
      </template>
      <template v-else>Two logged heats with their fuel, and the program knows your furnace.</template>
    </p>
  </div>
</template>
