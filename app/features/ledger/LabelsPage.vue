<script setup lang="ts">
import { shortName } from '#core/alloys'
import { measuredComposition } from '#core/assay'
import { heatStamp, heatSummary } from '#core/heat'
import { labelAddress } from '#formats/label'
import { navigateTo, useRoute } from '#imports'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { percent } from '~/shared/units/figures'
import { isolated } from '~/shared/units/isolated'
import HeatPick from '~/shared/fields/HeatPick.vue'
import LedgerTabs from './LedgerTabs.vue'
import QrCode from './QrCode.vue'

/** Stamp list and labels to print: of a heat's ingots, or of the bins. */
const yard = useYard()
const route = useRoute()
const { grams } = useUnits()
const heats = computed(() => yard.heats.filter(({ pour }) => pour.ingots.length).reverse())
const chosen = computed(() => String(route.query.heat ?? heats.value[0]?.number ?? 'bins'))
const heat = computed(() => heats.value.find(({ number }) => String(number) === chosen.value) ?? null)
const origin = import.meta.client ? window.location.origin : ''
const ingots = computed(() => {
  const current = heat.value
  if (!current) return []
  const assay = measuredComposition(heatSummary(current).measured, current.alloy?.base)
  return current.pour.ingots.map(({ stamp, massG, id }) => {
    const alloy = current.alloy ? shortName(current.alloy) : ''
    const facts = { stamp, massG, alloy, heat: heatStamp(current.number), assay }
    return { id, ...facts, date: current.date, address: labelAddress(origin, facts) }
  })
})
const bins = computed(() => yard.lots.filter(({ massG }) => massG > 0))
const shares = (composition: Record<string, number>) =>
  Object.entries(composition)
    .sort(([, a], [, b]) => b - a)
    .filter(([, pct]) => pct >= 0.01)
    .slice(0, 7)
    .map(([symbol, pct]) => `${symbol} ${percent(pct)}`)
    .join('  ')
const print = () => window.print()
</script>

<template>
  <section>
    <LedgerTabs />
    <div class="no-print mb-4 flex flex-wrap items-end gap-3">
      <h1 class="flex-1 basis-60 text-2xl font-bold">Labels and stamps</h1>
      <div>
        <span class="label" aria-hidden="true">For</span>
        <HeatPick :heats="heats" :chosen="chosen" label="For" @pick="navigateTo({ query: { heat: $event } })">
          <template #default="{ heat: one }">
            {{ heatStamp(one.number) }} {{ isolated(one.title) }},
            {{ one.pour.ingots.length === 1 ? '1 ingot' : `${one.pour.ingots.length} ingots` }}
          </template>
          <template #others><option value="bins">the bins</option></template>
        </HeatPick>
      </div>
      <button class="btn btn-next" @click="print">Print</button>
    </div>
    <p v-if="chosen !== 'bins' && !ingots.length" class="slab max-w-xl p-5">
      No heat has ingots yet. Weigh them at the Pour stage, and each gets its stamp.
    </p>
    <section v-if="ingots.length" class="mb-5" aria-label="Stamp list">
      <h2 class="chalk mb-1">Stamp</h2>
      <p class="stamp text-2xl">{{ ingots.map(({ stamp }) => stamp).join('   ') }}</p>
    </section>
    <ul v-if="chosen !== 'bins'" class="sheet" data-testid="labels">
      <li v-for="one in ingots" :key="one.id" class="tag">
        <QrCode :text="one.address" :label="`Code of ${one.stamp}`" class="size-36 shrink-0" />
        <div class="min-w-0">
          <p class="stamp text-2xl leading-none">{{ one.stamp }}</p>
          <p class="font-bold">{{ one.alloy }}</p>
          <p>{{ grams(one.massG) }}, {{ one.date }}</p>
          <p class="text-sm">{{ shares(one.assay) || 'not measured' }}</p>
        </div>
      </li>
    </ul>
    <ul v-else class="sheet" data-testid="labels">
      <li v-for="lot in bins" :key="lot.id" class="tag">
        <div class="min-w-0">
          <p class="text-xl leading-tight font-bold">{{ lot.name }}</p>
          <p>{{ grams(lot.massG) }} when printed</p>
          <p class="text-sm">{{ shares(lot.composition) }}</p>
          <p class="text-sm">{{ lot.knowledge === 'assay' ? 'measured' : `by ${lot.knowledge}` }}</p>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(20rem, 1fr));
  gap: 0.75rem;
}
.tag {
  display: flex;
  gap: 0.75rem;
  border: 1px dashed var(--soft);
  background: var(--panel);
  padding: 0.6rem;
  break-inside: avoid;
}
@media print {
  .sheet {
    grid-template-columns: repeat(2, 1fr);
    gap: 0;
  }
  .tag {
    background: #fff;
    color: #000;
  }
}
</style>
