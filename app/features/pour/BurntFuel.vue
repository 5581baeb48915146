<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { useHeat } from '~/shared/heat/useHeat'
import { useFuelUnit } from '~/shared/gear/useFuelUnit'
import { useMeltEffort } from '~/shared/gear/useMeltEffort'
import { useYard } from '~/storage/yard-store'
import GearPick from '~/shared/fields/GearPick.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** What the heat burnt: two of these, and the furnace's efficiency is its own. */
const { heat, edit } = useHeat()
const yard = useYard()
const { furnaces, fuel, learned, effort, chooseFurnace } = useMeltEffort()
const { unitOf, toYard, toTable, figure } = useFuelUnit()
const HOW = {
  propane: t('pour.bottle-label'),
  charcoal: t('pour.bag-label'),
  electric: t('pour.meter-label'),
} as const
function change(what: { amount?: number | null; minutes?: number | null }): void {
  const burnt = { amount: null, minutes: null, ...heat.value?.burnt, ...what }
  edit(t('pour.fuel-edit'), { burnt }, 'burnt')
}
</script>

<template>
  <div v-if="furnaces.length" class="slab p-4">
    <h2 class="chalk mb-3">{{ t('pour.fuel-heading') }}</h2>
    <div class="grid grid-cols-2 gap-3 sm:grid-cols-3">
      <GearPick
        :label="t('pour.furnace')"
        :gear="furnaces"
        :chosen="heat?.furnaceId"
        @choose="chooseFurnace($event)"
      />
      <template v-if="fuel">
        <QuantityField
          :model-value="heat?.burnt?.amount ? toYard(fuel, heat.burnt.amount) : null"
          :label="told(fuel.name)"
          kind="number"
          :unit-words="unitOf(fuel)"
          nullable
          positive
          :max="100000"
          :hint="HOW[fuel.id]"
          @update:model-value="change({ amount: $event === null ? null : toTable(fuel!, $event) })"
          @sealed="yard.seal()"
        />
        <QuantityField
          :model-value="heat?.burnt?.minutes ?? null"
          :label="t('pour.burn-time-label')"
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
        {{
          ' ' +
          t('pour.fuel-forecast', {
            low: figure(fuel, effort.fuel.low),
            high: figure(fuel, effort.fuel.high),
            unit: unitOf(fuel),
            amount: figure(fuel, heat.burnt.amount),
            usedUnit: unitOf(fuel),
          })
        }}
      </template>
      <template v-if="learned.heats > 1">
        {{
          ' ' +
          (learned.liningKJ > 0
            ? t('pour.efficiency-learned-walls', {
                heats: learned.heats,
                amount: figure(fuel, learned.liningKJ / 1000 / fuel.mjPerUnit),
                unit: unitOf(fuel),
                low: fixed(100 * learned.efficiency.low, 0),
                high: fixed(100 * learned.efficiency.high, 0),
              })
            : t('pour.efficiency-learned', {
                heats: learned.heats,
                low: fixed(100 * learned.efficiency.low, 0),
                high: fixed(100 * learned.efficiency.high, 0),
              })) +
          ' '
        }}
      </template>
      <template v-else>{{ t('pour.efficiency-unknown') }}</template>
    </p>
  </div>
</template>
