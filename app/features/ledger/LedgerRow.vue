<script setup lang="ts">
import { dayWords } from '~/shared/units/dates'
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import type { LedgerRow } from '#core/ledger'
import { conclusionsOf } from '#core/troubles'
import { useUnits } from '~/shared/units/useUnits'
import { isolated } from '~/shared/units/isolated'
import { BARS_WORDS } from '~/shared/words/troubles-words'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import VerdictMark from '~/shared/heat/VerdictMark.vue'

/** A heat in the ledger, in a line. */
defineProps<{ row: LedgerRow }>()
const { grams, price } = useUnits()
</script>

<template>
  <NuxtLink
    :to="`/heat/${row.heat.number}/story`"
    class="grid grid-cols-[1fr_auto] items-start gap-x-5 gap-y-1 px-1 py-2.5 hover:bg-well md:grid-cols-[4rem_minmax(0,1.7fr)_minmax(0,1fr)_6.5rem_6rem] lg:grid-cols-[5rem_minmax(0,1.2fr)_minmax(0,1.6fr)_8.5rem_7rem]"
  >
    <span class="stamp text-xl leading-tight">{{ row.stamp }}</span>
    <span class="order-1 col-span-2 min-w-0 md:order-none md:col-span-1">
      <span class="block font-bold">{{ row.heat.title || t('ledger.untitled') }}</span>
      <span class="block text-sm text-soft"
        >{{ isolated(told(row.heat.alloy?.name) ?? t('ledger.no-target')) }},
        {{ dayWords(row.heat.date) }}</span
      >
      <span v-if="conclusionsOf(row.heat).length" class="mt-0.5 block text-sm font-semibold">{{
        BARS_WORDS
      }}</span>
      <span v-if="row.heat.remarks" class="mt-0.5 block text-sm">{{ row.heat.remarks }}</span>
    </span>
    <CompositionBar
      v-if="Object.keys(row.measured).length"
      class="order-1 col-span-2 md:order-none md:col-span-1"
      :composition="{ ...row.measured, '?': 0 }"
      :label="t('ledger.stamp-measured', { stamp: row.stamp })"
      short
    />
    <div
      v-else-if="Object.keys(row.inferred).length"
      class="order-1 col-span-2 md:order-none md:col-span-1"
      data-testid="inferred-row"
    >
      <CompositionBar
        :composition="{ ...row.inferred, '?': 0 }"
        :label="t('ledger.stamp-inferred', { stamp: row.stamp })"
        short
      />
      <span class="text-sm text-patina">◆ {{ t('ledger.inferred-note') }}</span>
    </div>
    <span v-else class="order-1 col-span-2 text-sm text-soft md:order-none md:col-span-1">{{
      t('ledger.not-measured')
    }}</span>
    <span class="max-md:text-right">
      <VerdictMark :verdict="row.summary.verdict" />
    </span>
    <span class="order-1 col-span-2 flex gap-x-4 text-sm md:order-none md:col-span-1 md:block md:text-right">
      <span v-if="row.summary.balance" class="font-bold md:block">{{
        t('ledger.yield', { percent: fixed(100 * row.summary.balance.tapYield, 0) })
      }}</span>
      <span class="text-soft md:block">{{
        t('ledger.charged', { mass: grams(row.summary.predicted.chargeMassG) })
      }}</span>
      <span v-if="row.costPerKg !== null" class="text-soft md:block">{{ price(row.costPerKg) }}</span>
    </span>
  </NuxtLink>
</template>
