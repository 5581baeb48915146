<script setup lang="ts">
import { fuelOf } from '#core/gear'

/** What the heat burnt: two of these, and the furnace's efficiency is its own. */
const { heat, edit } = useHeat()
const yard = useYard()
const { furnace, furnaces, efficiency, chooseFurnace } = useMeltEffort()
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
          hint="Bottle weighed before and after"
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
    <p v-if="efficiency" class="mt-2 text-sm text-soft" data-testid="efficiency">
      {{
        efficiency.heats > 1
          ? `This furnace puts ${(100 * efficiency.low).toFixed(0)} to ${(100 * efficiency.high).toFixed(0)} % of its fuel into the metal, going by ${efficiency.heats} heats.`
          : 'Two logged heats with their fuel, and the program knows your furnace.'
      }}
    </p>
  </div>
</template>
