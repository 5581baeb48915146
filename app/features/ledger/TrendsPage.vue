<script setup lang="ts">
import { shortName } from '#core/alloys'
import { heatStamp } from '#core/heat'
import { controlChart } from '#core/learn'
import { ledgerRow } from '#core/ledger'
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { useTaught } from '~/shared/learning/taught-store'
import { useYard } from '~/storage/yard-store'
import { elementName } from '~/shared/units/elements'
import { capital, counted, percent } from '~/shared/units/figures'
import { FAMILY_WORDS } from '~/shared/gear/gear-words'
import LedgerTabs from './LedgerTabs.vue'

const ControlChart = defineAsyncComponent(() => import('./ControlChart.vue'))

/** How the yard runs: one element or the yield, heat by heat, with limits; tramp elements; losses; cost. */
const yard = useYard()
const { money } = useUnits()
const rows = computed(() => yard.heats.filter(({ loggedAt }) => loggedAt).map((heat) => ledgerRow(heat)))
const alloys = computed(() => {
  const counted = new Map<string, { id: string; name: string; count: number }>()
  for (const { heat } of rows.value)
    if (heat.alloy) {
      const { id } = heat.alloy
      counted.set(id, { id, name: shortName(heat.alloy), count: (counted.get(id)?.count ?? 0) + 1 })
    }
  return [...counted.values()].sort((a, b) => b.count - a.count)
})
const alloy = ref('')
const ofAlloy = computed(() =>
  rows.value.filter(({ heat }) => !alloy.value || heat.alloy?.id === alloy.value),
)
/** A chart of some hundred heats can be read; all of many years only shows that they are many. */
const SPANS = [200, 1000] as const
const span = ref<number>(SPANS[0])
const chosen = computed(() => (span.value ? ofAlloy.value.slice(-span.value) : ofAlloy.value))
const elements = computed(() =>
  [...new Set(chosen.value.flatMap(({ measured }) => Object.keys(measured)))].sort(),
)
const element = ref('')
const charted = computed(() => {
  const of = (value: (row: (typeof rows.value)[number]) => number | null | undefined) => {
    const points = chosen.value.flatMap((row) => {
      const one = value(row)
      return one === null || one === undefined ? [] : [{ stamp: row.stamp, value: one }]
    })
    const chart = controlChart(points.map((point) => point.value))
    return chart && { chart, stamps: points.map(({ stamp }) => stamp) }
  }
  return [
    ...(element.value
      ? [
          alloy.value
            ? {
                title: `${capital(elementName(element.value))}, measured`,
                unit: '%',
                ...of(({ measured }) => measured[element.value]),
              }
            : {
                // Alloys differ; how far each missed its own prediction does not.
                title: `${capital(elementName(element.value))}, measured less predicted`,
                unit: '%',
                ...of(({ measured, summary }) =>
                  measured[element.value] === undefined
                    ? null
                    : measured[element.value]! - (summary.predicted.composition[element.value] ?? 0),
                ),
              },
        ]
      : []),
    {
      title: 'Tap yield',
      unit: '%',
      ...of(({ summary }) => (summary.balance?.foundG ? 100 * summary.balance.tapYield : null)),
    },
    {
      title: 'Dross, of the charge',
      unit: '%',
      ...of(({ heat, summary }) =>
        heat.pour.drossG === null || !summary.balance
          ? null
          : (100 * heat.pour.drossG) / summary.balance.chargeG,
      ),
    },
    { title: `Cost of a kilogram tapped`, unit: yard.settings.currency, ...of(({ costPerKg }) => costPerKg) },
  ]
})
const taught = useTaught()
const tramps = shallowRef<Awaited<ReturnType<typeof taught.tramps>>>([])
const trampsFault = ref('')
watch(
  () => [taught.logged, yard.lots],
  async () => {
    try {
      tramps.value = await taught.tramps()
      trampsFault.value = ''
    } catch (error) {
      trampsFault.value = (error as Error).message
    }
  },
  { immediate: true },
)
/** Heats named one by one. */
const MOST_NAMED = 12
const meanCost = computed(() => {
  const known = chosen.value.flatMap(({ costPerKg }) => costPerKg ?? [])
  return known.length ? known.reduce((sum, cost) => sum + cost, 0) / known.length : null
})
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
        <p v-else class="slab p-4 text-soft">{{ one.title }}: fewer than three heats tell it.</p>
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
