<script setup lang="ts">
import { t, told } from '~/words'
import { useIntersectionObserver, useTimeoutFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { startHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { usePile, type PileRow } from './usePile'
import { bestFirst, usePileAnswer } from './usePileAnswer'

/** What the yard can make today: a few alloys of what is free, looked for once someone stays to read. */
const MOST = 4
const STAYS_MS = 1200
const { grams } = useUnits()
const pile = usePile()
const { ready, again, most, certain, tapG } = usePileAnswer(pile)
const rows = computed(() => bestFirst(ready.value).slice(0, MOST))
const list = ref<HTMLElement>()
const { start, stop } = useTimeoutFn(again, STAYS_MS, { immediate: false })
const { stop: seen } = useIntersectionObserver(list, ([entry]) => {
  if (!entry?.isIntersecting) return stop()
  seen()
  start()
})
const begin = (row: PileRow) => void startHeat({ alloy: row.alloy, tapMassG: tapG(row) }, 'charge')
</script>

<template>
  <section ref="list" :aria-label="t('scrap-pile.makes-today-region')" data-testid="makes-today">
    <h2 class="chalk mb-2">{{ t('scrap-pile.makes-today-heading') }}</h2>
    <ul>
      <li
        v-for="row in rows"
        :key="row.id"
        class="flex flex-wrap items-center gap-x-3 border-t border-line py-1.5"
      >
        <span class="min-w-0 flex-1 basis-28">{{ told(row.alloy.name) }}</span>
        <span class="text-right"
          ><b>{{ most(row) }}</b> <span class="block text-sm text-soft">{{ certain(row) }}</span></span
        >
        <button
          class="btn btn-quiet text-sm underline"
          :aria-label="
            t('scrap-pile.weigh-out-label', { mass: grams(tapG(row)), alloyName: told(row.alloy.name) })
          "
          @click="begin(row)"
        >
          {{ t('scrap-pile.weigh-out', { mass: grams(tapG(row)) }) }}
        </button>
      </li>
    </ul>
    <NuxtLink to="/pile" class="mt-2 inline-block py-1 underline">{{
      t('scrap-pile.all-answers-link')
    }}</NuxtLink>
  </section>
</template>
