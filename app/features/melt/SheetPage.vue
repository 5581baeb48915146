<script setup lang="ts">
import { dayWords } from '~/shared/units/dates'
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { hasLimits, orderedLimits } from '#core/alloys'
import { heatLiquidus, heatStamp, heatWalls, heatWindow, POT_LOT } from '#core/heat'
import { remindersFor } from '#core/troubles'
import type { RunStep } from '#core/melt'
import { computed } from 'vue'
import { PlanMark, useChargeSums, usePlanChecks } from '~/features/charge'
import { useRunSheet } from './useRunSheet'
import { useUnits } from '~/shared/units/useUnits'
import { mainParts } from '~/shared/composition/main-parts'
import { useYard } from '~/storage/yard-store'
import { liquidusWords, windowWords } from '~/shared/words/alloys-words'
import { capital, limitWords, percent } from '~/shared/units/figures'
import { reminderWords } from '~/shared/words/troubles-words'

/** The one page taken to the furnace: what to weigh, the steps in their order, what it will be, what to mind. */
const { heat, plan, steps, words } = useRunSheet()
const { prediction, lines, lotName, stepOf } = plan
const { cost } = useChargeSums(plan)
/** The lots to weigh, the heaviest first: as planned, or as weighed. */
const rows = computed(() => {
  const weighed = new Set(heat.value?.weighed.map(({ lotId }) => lotId))
  return lines.value
    .filter(({ lot }) => lot.id !== POT_LOT)
    .map(({ lot, massG }) => ({
      ...{ id: lot.id, name: lotName(lot.id), massG, weighed: weighed.has(lot.id) },
      stepG: stepOf(lot.id),
    }))
    .sort((a, b) => b.massG - a.massG)
})
const { checks } = usePlanChecks(heat, lines, prediction, lotName)
const units = useUnits()
const { grams, cost: costWords } = units
/** What it will be where nothing is aimed at: its parts, the largest first. */
const parts = computed(() =>
  (prediction.value ? mainParts(prediction.value) : []).map(({ symbol, pct, sd }) => ({
    element: symbol,
    limit: sd >= 0.005 ? `± ${percent(sd)}` : '',
    pct,
  })),
)
const limits = computed(() =>
  heat.value?.alloy && !hasLimits(heat.value.alloy)
    ? parts.value
    : orderedLimits(heat.value?.alloy?.limits ?? {}).map(([element, { min, max }]) => ({
        element,
        limit: limitWords({ min, max }),
        pct: prediction.value?.composition[element] ?? 0,
      })),
)
const yard = useYard()
/** What a step takes, with the figures that a glove cannot look up. */
const takes = (step: RunStep) =>
  [
    (step.lots ?? []).map(({ name, massG, lotId }) => `${grams(massG, stepOf(lotId))} ${name}`).join(', '),
    step.minutes ? `${[...new Set(step.minutes)].join(` ${t('small.to')} `)} min` : '',
    step.window && step.kind === 'pour' ? windowWords(step.window, units) : '',
  ]
    .filter(Boolean)
    .join('; ')
const reminders = computed(() => (heat.value ? remindersFor(heat.value, yard.heats) : []))
const print = () => window.print()
</script>

<template>
  <section v-if="heat" class="mx-auto max-w-4xl">
    <div class="no-print mb-4 flex flex-wrap items-center gap-3">
      <NuxtLink :to="`/heat/${heat.number}/charge`" class="btn btn-quiet underline">{{
        t('melt.back-to-charge')
      }}</NuxtLink>
      <button class="btn btn-next ml-auto" @click="print">{{ t('melt.print-button') }}</button>
    </div>
    <PlanMark v-if="!heat.loggedAt" plain class="no-print" :plan="plan" />
    <article v-if="heat.alloy && prediction && rows.length" class="paper">
      <header class="flex flex-wrap items-end gap-5 border-b-4 border-ink pb-2">
        <p class="stamp text-4xl leading-none">{{ heatStamp(heat.number) }}</p>
        <div class="flex-1">
          <h1 class="text-xl leading-tight font-bold">{{ heat.title || t('melt.charge-sheet') }}</h1>
          <p>{{ told(heat.alloy.name) }}, {{ heat.alloy.designation }}</p>
        </div>
        <p class="text-right">
          <I18nT keypath="melt.sheet-tap-mass" scope="global"
            ><template #tapMass><b class="text-xl">{{ grams(prediction.tapMassG) }}</b></template></I18nT
          ><br />{{ dayWords(heat.date) }}
          <span v-if="plan.number.value" class="block" data-testid="plan-number">{{
            t('charge.plan-number', { number: plan.number.value })
          }}</span>
        </p>
      </header>
      <table class="mt-3 w-full text-left">
        <thead class="text-sm text-soft">
          <tr>
            <th scope="col">{{ t('melt.lot') }}</th>
            <th scope="col" class="text-right">{{ t('melt.weigh-out') }}</th>
            <th scope="col" class="text-right sm:w-40 print:w-40">{{ t('melt.weighed') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id" class="border-t border-line">
            <td class="py-1.5 text-lg font-bold">{{ row.name }}</td>
            <td class="py-1.5 text-right text-xl font-bold whitespace-nowrap">
              {{ grams(row.massG, row.stepG) }}
            </td>
            <td class="py-1.5 text-right">
              <span v-if="row.weighed">{{ t('melt.weighed-status') }}</span>
              <span v-else class="ml-3 inline-block w-16 border-b border-ink sm:w-32 print:w-32">&nbsp;</span>
            </td>
          </tr>
          <tr class="border-t-2 border-ink">
            <td class="py-1.5">{{ t('melt.live-heading') }}</td>
            <td class="py-1.5 text-right font-bold">{{ grams(prediction.chargeMassG) }}</td>
            <td class="py-1.5 pl-3 text-right">{{ costWords(cost) }}</td>
          </tr>
        </tbody>
      </table>
      <template v-if="steps.length">
        <h2 class="chalk mt-3 mb-1">{{ t('melt.sheet-order-heading') }}</h2>
        <ol class="steps" data-testid="sheet-steps">
          <li v-for="(step, at) in steps" :key="step.id">
            <span class="box" aria-hidden="true" />
            <span class="w-6 text-right text-soft">{{ at + 1 }}</span>
            <span class="flex-1"
              ><b>{{ words(step).title }}</b><template v-if="takes(step)">: {{ takes(step) }}</template></span
            >
          </li>
        </ol>
      </template>
      <div class="mt-4 grid grid-cols-1 gap-6 sm:grid-cols-2 print:grid-cols-2">
        <div>
          <h2 class="chalk mb-1">{{ t('melt.sheet-composition-heading') }}</h2>
          <table class="w-full text-sm">
            <tbody>
              <tr v-for="entry in limits" :key="entry.element" class="border-t border-line">
                <th scope="row" class="text-left">{{ entry.element }}</th>
                <td class="text-right font-bold">{{ percent(entry.pct) }} %</td>
                <td class="text-right text-soft">{{ entry.limit }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <div>
          <h2 class="chalk mb-1">{{ t('melt.temperatures') }}</h2>
          <p>
            {{ capital(liquidusWords(heatLiquidus(heat), units)) }},
            {{ windowWords(heatWindow(heat), units, heatWalls(heat)) }}.
          </p>
          <h2 class="chalk mt-3 mb-1">{{ t('melt.caution') }}</h2>
          <ul class="list-disc pl-5 text-xs leading-snug">
            <li v-for="one in reminders" :key="one.causeId" class="font-bold">{{ reminderWords(one) }}.</li>
            <li v-for="check in checks" :key="check.text" :class="{ 'font-bold': check.hurts }">
              {{ check.text }}.
            </li>
            <li>
              {{ t('melt.sheet-dry-caution') }}
            </li>
            <li>{{ t('melt.sheet-crucible-caution') }}</li>
            <li>{{ t('melt.sheet-codes-caution') }}</li>
          </ul>
        </div>
      </div>
    </article>
    <h1 v-else class="text-lg text-soft">{{ t('melt.sheet-empty') }}</h1>
  </section>
</template>

<style scoped>
.paper {
  border: 1px solid var(--line);
  background: var(--panel);
  padding: 1.25rem;
}
.steps {
  columns: 2 18rem;
  column-gap: 1.5rem;
  font-size: var(--text-sm);
  line-height: 1.25;
}
.steps li {
  display: flex;
  gap: 0.5rem;
  padding: 0.2rem 0;
  break-inside: avoid;
}
.box {
  flex: none;
  width: 0.95rem;
  height: 0.95rem;
  border: 1.5px solid currentColor;
}
@media print {
  .paper {
    border: 0;
    padding: 0;
    background: #fff;
    color: #000;
    break-inside: avoid;
  }
}
</style>
