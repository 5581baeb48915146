<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { t } from '~/words'
import type { Charge } from './useCharge'
import { computed, ref, useTemplateRef } from 'vue'
import { useIntersectionObserver } from '@vueuse/core'
import { useHeat } from '~/shared/heat/useHeat'
import { useOtherWays } from './useOtherWays'
import { useUnits } from '~/shared/units/useUnits'
import CertaintyChart from './CertaintyChart.vue'

/** The same melt charged five ways, side by side with what differs, and what certainty costs. */
const props = defineProps<{ charge: Charge }>()
const { grams, money } = useUnits()
const place = useTemplateRef<HTMLElement>('place')
/** Once they were in sight they are kept up. */
const seen = ref(false)
useIntersectionObserver(place, ([now]) => (seen.value ||= !!now?.isIntersecting), { rootMargin: '200px' })
const { heat } = useHeat()
const { rows, certainty, now, askable, fault, take } = useOtherWays(
  computed(() => props.charge.engine.answer?.problem ?? null),
  props.charge.plan,
  props.charge.lotName,
  seen,
)
/** Of metal that nobody said a price of, cost tells no way from another. */
const priced = computed(() => [...rows.value, ...certainty.value].some(({ cost }) => cost > 0))
const shown = computed(() => rows.value.filter(({ way }) => priced.value || way !== 'cheapest'))
const chance = (value: number) =>
  value > 0.995
    ? t('charge.over-99-percent')
    : value < 0.005
      ? t('charge.under-1-percent')
      : t('charge.percent', { percent: Math.round(100 * value) })
</script>

<template>
  <section v-if="askable" ref="place" :aria-label="t('charge.other-ways-button')" data-testid="ways">
    <h2 class="chalk mb-2">{{ t('charge.other-ways-heading') }}</h2>
    <p v-if="fault" role="alert" class="text-oxide">
      {{ t('charge.other-ways-failed', { reason: fault }) }}
    </p>
    <div class="grid grid-cols-1 items-start gap-5 xl:grid-cols-[minmax(0,1.9fr)_minmax(0,1fr)]">
      <div
        class="slab relative overflow-x-auto p-3"
        tabindex="0"
        role="region"
        :aria-label="t('charge.ways-table-label')"
      >
        <table class="w-full text-left">
          <thead class="text-xs text-soft">
            <tr>
              <th scope="col" class="pr-3 font-semibold">{{ t('charge.way-column') }}</th>
              <th v-if="priced" scope="col" class="pr-3 text-right font-semibold">
                {{ t('charge.cost-column') }}
              </th>
              <th scope="col" class="pr-3 text-right font-semibold">{{ t('charge.virgin') }}</th>
              <th scope="col" class="pr-3 text-right font-semibold">{{ t('charge.lots') }}</th>
              <th scope="col" class="pr-3 font-semibold">
                <TermText :text="t('charge.certainty-column')" />
              </th>
              <th scope="col" class="font-semibold max-sm:hidden">
                {{ t('charge.change-column') }}
              </th>
              <th>
                <span class="sr-only">{{ t('charge.take-it') }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in shown" :key="row.way" class="border-t border-line align-top">
              <th scope="row" class="py-1.5 pr-3 text-left whitespace-nowrap">
                {{ row.name }}<span class="block text-xs font-normal text-soft">{{ row.why }}</span>
              </th>
              <td v-if="priced" class="py-1.5 pr-3 text-right whitespace-nowrap">{{ money(row.cost) }}</td>
              <td class="py-1.5 pr-3 text-right whitespace-nowrap">{{ grams(row.virginMassG) }}</td>
              <td class="py-1.5 pr-3 text-right">{{ row.lots }}</td>
              <td class="py-1.5 pr-3 whitespace-nowrap">{{ chance(row.chance) }}</td>
              <td class="py-1.5 pr-3 text-sm max-sm:hidden">
                {{ row.same ? t('charge.same-plan') : row.differs }}
              </td>
              <td class="py-1">
                <button v-if="!row.same && !heat?.weighed.length" class="btn" @click="take(row.way)">
                  {{ t('charge.use-plan-button') }}<span class="sr-only">: {{ row.name }}</span>
                </button>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="!rows.length" class="text-soft">{{ t('charge.searching-ways') }}</p>
      </div>
      <CertaintyChart v-if="certainty.length > 1 && priced" :points="certainty" :now="now" />
    </div>
  </section>
</template>
