<script setup lang="ts">
import { t } from '~/words'
import { heatStamp } from '#core/heat'
import { computed } from 'vue'
import { counted } from '~/shared/units/figures'
import HeatPick from '~/shared/fields/HeatPick.vue'
import LedgerTabs from './LedgerTabs.vue'
import { useCompare } from './useCompare'

/** Two heats side by side; what differs by more than chance comes first. */
const { heats, pair, choose, groups, facts } = useCompare()
const parts = computed(() =>
  !groups.value
    ? []
    : [
        { id: 'facts', title: t('ledger.the-two-heats'), rows: facts.value, empty: '' },
        {
          id: 'differs',
          title: t('ledger.what-differs'),
          rows: groups.value.differs,
          empty: t('ledger.compare-none'),
        },
        { id: 'alike', title: t('ledger.compare-same'), rows: groups.value.alike, empty: '' },
      ],
)
const headline = computed(() => {
  const [a, b] = pair.value
  const count = groups.value?.differs.length ?? 0
  if (!a || !b) return t('ledger.compare-title')
  return t('ledger.compare-summary', {
    first: heatStamp(a.number),
    second: heatStamp(b.number),
    count: counted(count, 'point'),
  })
})
</script>

<template>
  <section>
    <LedgerTabs />
    <h1 class="mb-3 text-2xl font-bold" aria-live="polite">{{ headline }}</h1>
    <div v-if="heats.length < 2" class="slab max-w-xl p-5">
      <p class="mb-3">
        {{ t('ledger.compare-hint') }}
      </p>
      <NuxtLink to="/" class="btn btn-next">{{ t('ledger.heats-link') }}</NuxtLink>
    </div>
    <div v-else class="overflow-x-auto" tabindex="0" role="region" :aria-label="t('ledger.the-comparison')">
      <table class="w-full min-w-[20rem] table-fixed text-left text-sm sm:min-w-[36rem] sm:text-base">
        <thead>
          <tr>
            <th scope="col" class="w-20 sm:w-52">
              <span class="sr-only">{{ t('ledger.point') }}</span>
            </th>
            <th v-for="(side, at) in ['a', 'b'] as const" :key="side" scope="col" class="p-1">
              <HeatPick
                :heats="heats"
                :chosen="pair[at] ? String(pair[at].number) : undefined"
                :label="at ? t('ledger.second-heat') : t('ledger.first-heat')"
                @pick="choose(side, $event)"
              />
            </th>
            <th scope="col" class="w-16 text-right text-sm font-normal text-soft sm:w-32">
              {{ t('ledger.comparison-column') }}
            </th>
          </tr>
        </thead>
        <tbody v-for="part in parts" :key="part.id" :data-testid="part.id">
          <tr v-if="part.rows.length || part.empty">
            <th colspan="4" scope="rowgroup" class="pt-4 pb-1">
              <h2 class="chalk">{{ part.title }}</h2>
            </th>
          </tr>
          <tr v-if="!part.rows.length && part.empty">
            <td colspan="4">{{ part.empty }}</td>
          </tr>
          <tr
            v-for="point in part.rows"
            :key="point.name"
            class="border-t border-line align-top"
            :class="{ 'font-bold': part.id === 'differs', 'text-soft': part.id === 'alike' }"
          >
            <th scope="row" class="py-1.5 font-normal text-soft">{{ point.name }}</th>
            <td class="px-2 py-1.5">{{ point.first }}</td>
            <td class="px-2 py-1.5">{{ point.second }}</td>
            <td class="py-1.5 text-right whitespace-nowrap text-ember">{{ point.apart }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="groups" class="mt-3 text-xs text-soft">
      {{ t('ledger.compare-thresholds') }}
    </p>
  </section>
</template>
