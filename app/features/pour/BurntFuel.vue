<script setup lang="ts">
import { computed } from 'vue'
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { sentences } from '~/shared/units/figures'
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
/** What this heat burned beside its forecast, and how well the furnace uses fuel. */
const fuelWords = computed(() => {
  const oil = fuel.value
  if (!learned.value || !oil) return ''
  const { heats, liningKJ, efficiency } = learned.value
  const range = { heats, low: fixed(100 * efficiency.low, 0), high: fixed(100 * efficiency.high, 0) }
  const used = heat.value?.burnt?.amount
  return sentences(
    !!effort.value &&
      !!used &&
      t('pour.fuel-forecast', {
        low: figure(oil, effort.value.fuel.low),
        high: figure(oil, effort.value.fuel.high),
        unit: unitOf(oil),
        amount: figure(oil, used),
        usedUnit: unitOf(oil),
      }),
    heats > 1 &&
      (liningKJ > 0
        ? t('pour.efficiency-learned-walls', {
            ...range,
            amount: figure(oil, liningKJ / 1000 / oil.mjPerUnit),
            unit: unitOf(oil),
          })
        : t('pour.efficiency-learned', range)),
    heats <= 1 && t('pour.efficiency-unknown'),
  )
})
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
      {{ fuelWords }}
    </p>
  </div>
</template>
