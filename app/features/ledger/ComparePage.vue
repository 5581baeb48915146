<script setup lang="ts">
import { shortName } from '#core/alloys'
import type { Heat } from '#core/heat'
import { ledgerRow } from '#core/ledger'
import { heatFacts } from '#core/troubles'
import { navigateTo, useRoute } from '#imports'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { percent } from '~/shared/units/figures'
import { verdictShort } from '~/shared/heat/results-words'
import HeatPick from '~/shared/fields/HeatPick.vue'
import LedgerTabs from './LedgerTabs.vue'

/** Two heats point by point; where they differ is marked. */
const yard = useYard()
const route = useRoute()
const { grams, money, degrees } = useUnits()
const heats = computed(() => yard.heats.filter(({ weighed }) => weighed.length).reverse())
const byNumber = (value: unknown, at: number) =>
  heats.value.find(({ number }) => String(number) === String(value)) ?? heats.value[at] ?? null
const pair = computed(() => [byNumber(route.query.a, 1), byNumber(route.query.b, 0)] as const)
const choose = (side: 'a' | 'b', number: string) => navigateTo({ query: { ...route.query, [side]: number } })
const none = '–'
const share = (value: number | null | undefined) =>
  value === null || value === undefined ? none : `${percent(value)} %`
function pointsOf(heat: Heat): Record<string, string> {
  const row = ledgerRow(heat)
  const facts = heatFacts(heat, yard.lots, yard.gear)
  const { balance, predicted } = row.summary
  const elements = Object.keys({ ...heat.alloy?.limits, ...row.measured })
  return {
    Alloy: heat.alloy ? [...new Set([shortName(heat.alloy), heat.alloy.name])].join(' ') : none,
    Date: heat.date,
    Charge: grams(predicted.chargeMassG),
    Lots: heat.weighed.map(({ name, massG }) => `${grams(massG)} ${name}`).join(', '),
    'Poured over the liquidus': facts.superheatC === null ? none : `${Math.round(facts.superheatC)} °C`,
    'Poured at': heat.pour.pourTemperatureC === null ? none : degrees(heat.pour.pourTemperatureC),
    'Molten to poured': facts.heldMin === null ? none : `${Math.round(facts.heldMin)} min`,
    Degassed: facts.degassed ? 'yes' : 'no',
    Tapped: balance?.foundG ? `${(100 * balance.tapYield).toFixed(1)} %` : none,
    Dross: heat.pour.drossG === null ? none : grams(heat.pour.drossG),
    'Not found': balance?.foundG ? grams(balance.missingG) : none,
    ...Object.fromEntries(
      elements.map((element) => [
        `${element} measured (predicted)`,
        `${share(row.measured[element])} (${share(predicted.composition[element])})`,
      ]),
    ),
    Verdict: verdictShort(row.summary.verdict),
    'A kilogram cost': row.costPerKg === null ? none : money(row.costPerKg),
    Remarks: heat.remarks || none,
  }
}
const points = computed(() => {
  const [a, b] = pair.value
  if (!a || !b) return []
  const [left, right] = [pointsOf(a), pointsOf(b)]
  return [...new Set([...Object.keys(left), ...Object.keys(right)])].map((name) => ({
    name,
    left: left[name] ?? none,
    right: right[name] ?? none,
  }))
})
</script>

<template>
  <section>
    <LedgerTabs />
    <h1 class="mb-3 text-2xl font-bold">Two heats, point by point</h1>
    <p v-if="heats.length < 2" class="slab max-w-xl p-5">It takes two heats with a charge.</p>
    <div v-else class="overflow-x-auto" tabindex="0" aria-label="The comparison">
      <table class="w-full min-w-[36rem] text-left">
        <thead>
          <tr>
            <th scope="col" class="w-48"><span class="sr-only">Point</span></th>
            <th v-for="(side, at) in ['a', 'b'] as const" :key="side" scope="col" class="p-1">
              <HeatPick
                :heats="heats"
                :chosen="pair[at] ? String(pair[at].number) : undefined"
                :label="at ? 'Second heat' : 'First heat'"
                @pick="choose(side, $event)"
              />
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="point in points" :key="point.name" class="border-t border-line align-top">
            <th scope="row" class="py-1.5 font-normal text-soft">{{ point.name }}</th>
            <td class="px-2 py-1.5" :class="point.left === point.right ? 'text-soft' : 'font-bold'">
              {{ point.left }}
            </td>
            <td class="px-2 py-1.5" :class="point.left === point.right ? 'text-soft' : 'font-bold'">
              <span v-if="point.left !== point.right" class="text-ember" aria-hidden="true">≠ </span
              >{{ point.right }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
