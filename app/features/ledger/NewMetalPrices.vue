<script setup lang="ts">
import { computed } from 'vue'
import { newPrices } from '#core/ledger'
import QuantityField from '~/shared/fields/QuantityField.vue'
import { elementName } from '~/shared/units/elements'
import { capital } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { now, useYard } from '~/storage/yard-store'
import { t } from '~/words'

/** Prices of new metal: entered by hand, or those of the yard's own virgin lots. */
const METALS = ['Cu', 'Sn', 'Zn', 'Pb', 'Al', 'Si', 'Ni', 'Mn', 'Fe', 'Mg', 'Sb', 'Bi'] as const
const yard = useYard()
const { perUnit, pricedBy } = useUnits()
const fromLots = computed(() => newPrices(yard.lots))
const entered = computed(() => yard.settings.newMetalPrices ?? {})
function set(symbol: string, value: number | null): void {
  const { settings } = yard
  const { [symbol]: _, ...others } = entered.value
  const prices = value ? { ...others, [symbol]: value } : others
  const { newMetalPrices: __, ...rest } = settings
  const after = {
    ...rest,
    id: settings.id === 'none' ? crypto.randomUUID() : settings.id,
    updatedAt: now(),
    ...(Object.keys(prices).length > 0 ? { newMetalPrices: prices } : {}),
  }
  yard.commit(
    t('ledger.new-metal-edit', { metal: elementName(symbol) }),
    [{ collection: 'settings', id: after.id, after }],
    `new-metal-${symbol}`,
  )
}
const ofLots = (symbol: string) => {
  const price = fromLots.value[symbol]
  return price === undefined ? '' : perUnit(price).toFixed(2)
}
</script>

<template>
  <section id="new-metal" class="no-print mt-6 max-w-4xl" :aria-label="t('ledger.new-metal-heading')">
    <h2 class="chalk mb-1">{{ t('ledger.new-metal-heading') }}</h2>
    <p class="mb-2 text-soft">{{ t('ledger.new-metal-hint') }}</p>
    <div class="grid grid-cols-2 gap-3 sm:grid-cols-4">
      <QuantityField
        v-for="symbol in METALS"
        :key="symbol"
        :model-value="entered[symbol] ?? null"
        :label="t('ledger.new-metal-label', { metal: capital(elementName(symbol)), unit: pricedBy })"
        kind="metal-price"
        nullable
        positive
        :placeholder="ofLots(symbol)"
        @update:model-value="set(symbol, $event)"
        @sealed="yard.seal()"
      />
    </div>
  </section>
</template>
