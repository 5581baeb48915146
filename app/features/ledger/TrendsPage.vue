<script setup lang="ts">
import { t } from '~/words'
import { defineAsyncComponent } from 'vue'
import { heatStamp } from '#core/heat'
import { useUnits } from '~/shared/units/useUnits'
import { counted, firstFew, percent } from '~/shared/units/figures'
import { FAMILY_WORDS } from '~/shared/gear/gear-words'
import LedgerTabs from './LedgerTabs.vue'
import { SPANS, useTrends } from './useTrends'

const ControlChart = defineAsyncComponent(() => import('./ControlChart.vue'))

/** How the yard runs: one element or the yield, heat by heat, with limits; tramp elements; losses; cost. */
const { money, perUnit, pricedBy } = useUnits()
const {
  rows,
  alloys,
  alloy,
  ofAlloy,
  span,
  chosen,
  elements,
  element,
  charted,
  tramps,
  trampsFault,
  meanCost,
} = useTrends()
/** Heats named one by one. */
const MOST_NAMED = 12
</script>

<template>
  <section>
    <LedgerTabs />
    <h1 class="text-2xl font-bold">{{ t('ledger.trends-title') }}</h1>
    <p v-if="meanCost !== null" class="mb-3 text-soft">
      {{
        t('ledger.cost-average', {
          chosen: counted(chosen.length, 'heat'),
          cost: money(perUnit(meanCost)),
          unit: pricedBy,
        })
      }}
    </p>
    <p v-if="rows.length < 3" class="slab max-w-xl p-5">{{ t('ledger.trends-empty') }}</p>
    <div class="mb-4 flex flex-wrap gap-3">
      <label class="max-w-xs flex-1"
        ><span class="label">{{ t('ledger.alloy-label') }}</span>
        <select v-model="alloy" class="field">
          <option value="">{{ t('ledger.all-alloys') }}</option>
          <option v-for="{ id, name, count } in alloys" :key="id" :value="id">
            {{ name }} ({{ count }})
          </option>
        </select></label
      >
      <label class="max-w-xs flex-1"
        ><span class="label">{{ t('ledger.element') }}</span>
        <select v-model="element" class="field">
          <option value="">{{ t('ledger.none') }}</option>
          <option v-for="one in elements" :key="one" :value="one">{{ one }}</option>
        </select></label
      >
      <label v-if="ofAlloy.length > SPANS[0]" class="max-w-xs flex-1"
        ><span class="label">{{ t('ledger.heats') }}</span>
        <select v-model.number="span" class="field">
          <option v-for="most in SPANS" :key="most" :value="most">
            {{ t('ledger.last-heats', { count: most }) }}
          </option>
          <option :value="0">{{ t('ledger.all-heats', { count: ofAlloy.length }) }}</option>
        </select></label
      >
    </div>
    <div class="grid items-start gap-4 lg:grid-cols-2">
      <template v-for="one in charted" :key="one.title">
        <ControlChart
          v-if="one.chart"
          :chart="one.chart"
          :stamps="one.stamps!"
          :title="one.title"
          :unit="one.unit"
        />
        <p v-else class="slab p-4 text-soft">{{ t('ledger.chart-empty', { title: one.title }) }}</p>
      </template>
    </div>
    <p v-if="trampsFault" role="alert" class="slab mt-4 p-4">
      {{ t('ledger.tramps-failed', { reason: trampsFault }) }}
    </p>
    <section
      v-for="{ metal, generations } in tramps"
      :key="metal"
      class="slab mt-4 p-4"
      :aria-label="t('ledger.tramps-chart-label', { metal })"
    >
      <h2 class="chalk mb-1">
        {{ t('ledger.tramps-heading', { familyName: FAMILY_WORDS[metal] }) }}
      </h2>
      <div class="overflow-x-auto" tabindex="0" :aria-label="t('ledger.tramps-table-label')">
        <table class="w-full text-left">
          <thead class="text-sm text-soft">
            <tr>
              <th scope="col">{{ t('ledger.generation-column') }}</th>
              <th
                v-for="symbol in Object.keys(generations[0]!.meanPct)"
                :key="symbol"
                scope="col"
                class="text-right"
              >
                {{ symbol }}
              </th>
              <th scope="col" class="pl-4">{{ t('ledger.heats') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in generations" :key="one.generation" class="border-t border-line">
              <th scope="row" class="font-normal">
                {{
                  one.generation === 1
                    ? t('ledger.once')
                    : t('ledger.generation-times', { count: one.generation })
                }}
              </th>
              <td v-for="symbol in Object.keys(generations[0]!.meanPct)" :key="symbol" class="text-right">
                {{ one.meanPct[symbol] === undefined ? '–' : `${percent(one.meanPct[symbol])} %` }}
              </td>
              <td class="pl-4 text-sm text-soft">
                {{ firstFew(one.numbers.map(heatStamp), MOST_NAMED) }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </section>
</template>
