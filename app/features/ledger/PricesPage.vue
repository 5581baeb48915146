<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { heatStamp } from '#core/heat'
import { priceList } from '#core/ledger'
import { computed } from 'vue'
import { useReckoning } from '~/shared/heat/useReckoning'
import { useUnits } from '~/shared/units/useUnits'
import { now, useYard } from '~/storage/yard-store'
import { downloadText } from '~/shared/page/useDownload'
import LedgerTabs from './LedgerTabs.vue'
import NewMetalPrices from './NewMetalPrices.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** What castings cost, piece by piece, and what to ask for them. */
const yard = useYard()
const { grams, money } = useUnits()
const { selling, reckon } = useReckoning()
const rows = computed(() => priceList(yard.heats, reckon, selling.value.marginPct))
function set(change: Partial<(typeof selling)['value']>): void {
  const { settings } = yard
  const id = settings.id === 'none' ? crypto.randomUUID() : settings.id
  const after = { ...settings, id, selling: { ...selling.value, ...change } }
  yard.commit(
    t('ledger.prices-edit'),
    [{ collection: 'settings', id, after }],
    `selling-${Object.keys(change)[0]}`,
  )
}
const none = '–'
const paid = (value: number | null) => (value === null ? none : money(value))
const unfuelled = computed(() => rows.value.some(({ cost, fuel }) => cost !== null && fuel === null))
async function save(): Promise<void> {
  const { writePrices } = await import('#formats/prices-csv')
  downloadText(writePrices(rows.value), `prices-${now().slice(0, 10)}.csv`, 'text/csv')
}
const print = () => window.print()
const FIELDS = [
  { key: 'consumables', label: t('ledger.consumables-label'), unit: '' },
  { key: 'ratePerHour', label: t('ledger.hourly-rate-label'), unit: '/h' },
] as const
</script>

<template>
  <section>
    <LedgerTabs />
    <div class="mb-3 flex flex-wrap items-end gap-3">
      <h1 class="flex-1 basis-80 text-2xl font-bold">{{ t('ledger.prices-title') }}</h1>
      <button v-if="rows.length" class="btn no-print" @click="save">{{ t('ledger.to-a-table') }}</button>
      <button v-if="rows.length" class="btn btn-next no-print" @click="print">
        {{ t('ledger.print-the-list') }}
      </button>
    </div>
    <div class="no-print mb-4 grid max-w-2xl gap-3 sm:grid-cols-3">
      <QuantityField
        v-for="field in FIELDS"
        :key="field.key"
        :model-value="selling[field.key]"
        :label="field.label"
        kind="price"
        :unit-words="`${yard.settings.currency}${field.unit}`"
        @update:model-value="set({ [field.key]: $event ?? 0 })"
        @sealed="yard.seal()"
      />
      <QuantityField
        :model-value="selling.marginPct"
        :label="t('ledger.markup-label')"
        kind="percent"
        :max="10000"
        @update:model-value="set({ marginPct: $event ?? 0 })"
        @sealed="yard.seal()"
      />
    </div>
    <p v-if="!rows.length" class="slab max-w-2xl p-5">
      {{ t('ledger.prices-empty') }}
    </p>
    <div v-else class="slab overflow-x-auto p-3">
      <table class="w-full text-left" data-testid="prices">
        <thead class="text-sm text-soft">
          <tr>
            <th scope="col">{{ t('ledger.casting') }}</th>
            <th scope="col" class="pl-3 text-right">{{ t('ledger.good-spoiled-column') }}</th>
            <th scope="col" class="pl-3 text-right">{{ t('ledger.mass-each-column') }}</th>
            <th scope="col" class="pl-3 text-right max-sm:hidden">{{ t('ledger.share-column') }}</th>
            <th scope="col" class="pl-3 text-right max-sm:hidden">{{ t('ledger.metal') }}</th>
            <th scope="col" class="pl-3 text-right max-sm:hidden">{{ t('ledger.fuel') }}</th>
            <th scope="col" class="pl-3 text-right max-sm:hidden">{{ t('ledger.consumables') }}</th>
            <th scope="col" class="pl-3 text-right max-sm:hidden">{{ t('ledger.work') }}</th>
            <th scope="col" class="pl-3 text-right">{{ t('ledger.cost-each') }}</th>
            <th scope="col" class="pl-3 text-right">{{ t('ledger.price-column') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.name" class="border-t border-line">
            <th scope="row" class="py-1.5 pr-3">
              {{ row.name }}
              <NuxtLink
                v-for="number in row.heats.slice(0, 3)"
                :key="number"
                :to="`/heat/${number}/story`"
                class="no-print mr-2 text-sm font-normal whitespace-nowrap underline"
                >{{ heatStamp(number) }}</NuxtLink
              >
            </th>
            <td class="text-right whitespace-nowrap">
              {{ row.good }}<template v-if="row.spoiled">, {{ row.spoiled }}</template>
            </td>
            <td class="text-right whitespace-nowrap">{{ row.eachG === null ? none : grams(row.eachG) }}</td>
            <td class="text-right max-sm:hidden">
              {{ row.yield === null ? none : `${fixed(100 * row.yield, 0)} %` }}
            </td>
            <td class="text-right whitespace-nowrap max-sm:hidden">{{ paid(row.metal) }}</td>
            <td class="text-right whitespace-nowrap max-sm:hidden">{{ paid(row.fuel) }}</td>
            <td class="text-right whitespace-nowrap max-sm:hidden">{{ paid(row.consumables) }}</td>
            <td class="text-right whitespace-nowrap max-sm:hidden">{{ paid(row.work) }}</td>
            <td class="text-right whitespace-nowrap">{{ paid(row.cost) }}</td>
            <td class="text-right text-lg font-bold whitespace-nowrap">{{ paid(row.price) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="unfuelled" class="mt-2 text-sm text-amber">
        {{ t('ledger.prices-no-fuel') }}
      </p>
      <p class="mt-2 text-xs text-soft">
        {{ t('ledger.prices-method') }}
      </p>
    </div>
    <NewMetalPrices />
  </section>
</template>
