<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { heatStamp } from '#core/heat'
import { useUnits } from '~/shared/units/useUnits'
import { counted, percent } from '~/shared/units/figures'
import { FAMILY_WORDS } from '~/shared/gear/gear-words'
import LedgerTabs from './LedgerTabs.vue'
import { SPANS, useTrends } from './useTrends'

const ControlChart = defineAsyncComponent(() => import('./ControlChart.vue'))

/** How the yard runs: one element or the yield, heat by heat, with limits; tramp elements; losses; cost. */
const { money } = useUnits()
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
    <h1 class="text-2xl font-bold">How it runs, heat by heat</h1>
    <p v-if="meanCost !== null" class="mb-3 text-soft">
      {{ counted(chosen.length, 'heat') }}; a kilogram tapped cost {{ money(meanCost) }} on average.
    </p>
    <p v-if="rows.length < 3" class="slab max-w-xl p-5">A trend takes three heats in the ledger.</p>
    <div class="mb-4 flex flex-wrap gap-3">
      <label class="max-w-xs flex-1"
        ><span class="label">Alloy</span>
        <select v-model="alloy" class="field">
          <option value="">all alloys</option>
          <option v-for="{ id, name, count } in alloys" :key="id" :value="id">
            {{ name }} ({{ count }})
          </option>
        </select></label
      >
      <label class="max-w-xs flex-1"
        ><span class="label">Element</span>
        <select v-model="element" class="field">
          <option value="">none</option>
          <option v-for="one in elements" :key="one" :value="one">{{ one }}</option>
        </select></label
      >
      <label v-if="ofAlloy.length > SPANS[0]" class="max-w-xs flex-1"
        ><span class="label">Heats</span>
        <select v-model.number="span" class="field">
          <option v-for="most in SPANS" :key="most" :value="most">the last {{ most }}</option>
          <option :value="0">all {{ ofAlloy.length }}</option>
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
        <p v-else class="slab p-4 text-soft">{{ one.title }}: needs three heats.</p>
      </template>
    </div>
    <p v-if="trampsFault" role="alert" class="slab mt-4 p-4">
      What builds up in metal that goes round could not be worked out: {{ trampsFault }}. Open the page again.
    </p>
    <section
      v-for="{ metal, generations } in tramps"
      :key="metal"
      class="slab mt-4 p-4"
      :aria-label="`Tramp elements, ${metal}`"
    >
      <h2 class="chalk mb-1">What builds up in {{ FAMILY_WORDS[metal] }} that go round</h2>
      <div class="overflow-x-auto" tabindex="0" aria-label="Tramp elements by generation">
        <table class="w-full text-left">
          <thead class="text-sm text-soft">
            <tr>
              <th scope="col">Melted here</th>
              <th
                v-for="symbol in Object.keys(generations[0]!.meanPct)"
                :key="symbol"
                scope="col"
                class="text-right"
              >
                {{ symbol }}
              </th>
              <th scope="col" class="pl-4">Heats</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in generations" :key="one.generation" class="border-t border-line">
              <th scope="row" class="font-normal">
                {{ one.generation === 1 ? 'once' : `${one.generation} times` }}
              </th>
              <td v-for="symbol in Object.keys(generations[0]!.meanPct)" :key="symbol" class="text-right">
                {{ one.meanPct[symbol] === undefined ? '–' : `${percent(one.meanPct[symbol])} %` }}
              </td>
              <td class="pl-4 text-sm text-soft">
                {{ one.numbers.slice(0, MOST_NAMED).map(heatStamp).join(', ')
                }}<template v-if="one.numbers.length > MOST_NAMED"
                  >, and {{ one.numbers.length - MOST_NAMED }} more</template
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </section>
</template>
