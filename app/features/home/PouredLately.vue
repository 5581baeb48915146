<script setup lang="ts">
import { dayWords } from '~/shared/units/dates'
import { t, told } from '~/words'
import { ledgerRow } from '#core/ledger'
import { computed } from 'vue'
import { useYard } from '~/storage/yard-store'
import { isolated } from '~/shared/units/isolated'
import type { Heat } from '#core/heat'
import KeptPhoto from '~/shared/fields/KeptPhoto.vue'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import VerdictMark from '~/shared/heat/VerdictMark.vue'

/** The last heats: what they were meant to be, what they came out as. */
const MOST = 6
const yard = useYard()
/** A picture of what was cast, where one was taken. */
const photoOf = ({ pour }: Heat): string | undefined => pour.castings?.flatMap(({ photos }) => photos)[0]
const rows = computed(() =>
  yard.heats
    .filter(({ loggedAt }) => loggedAt)
    .slice(-MOST)
    .reverse()
    .map((heat) => ({ ...ledgerRow(heat), photo: photoOf(heat) })),
)
</script>

<template>
  <section v-if="rows.length" :aria-label="t('home.poured-lately')">
    <h2 class="chalk mb-2">{{ t('home.poured-lately') }}</h2>
    <ul>
      <li v-for="row in rows" :key="row.heat.id" class="border-t border-line">
        <NuxtLink
          :to="`/heat/${row.heat.number}/assay`"
          class="grid grid-cols-[4rem_minmax(0,1fr)_auto] items-center gap-x-4 gap-y-1 py-2 hover:bg-well sm:grid-cols-[4rem_minmax(0,1.3fr)_minmax(0,1fr)_8.5rem]"
        >
          <span class="stamp">
            <KeptPhoto v-if="row.photo" :id="row.photo" alt="" class="mb-1 block size-14" />{{
              row.stamp
            }}</span
          >
          <span class="min-w-0">
            <span class="block font-semibold">{{ row.heat.title || t('home.untitled') }}</span>
            <span class="block text-sm text-soft"
              >{{ isolated(told(row.heat.alloy?.name) ?? t('home.no-target')) }},
              {{ dayWords(row.heat.date) }}</span
            >
          </span>
          <CompositionBar
            v-if="Object.keys(row.measured).length"
            class="max-sm:hidden"
            :composition="{ ...row.measured, '?': 0 }"
            :values="false"
            :label="t('home.measured', { stamp: row.stamp })"
          />
          <span v-else class="text-sm text-soft max-sm:hidden">{{ t('home.not-measured') }}</span>
          <VerdictMark :verdict="row.summary.verdict" />
        </NuxtLink>
      </li>
    </ul>
  </section>
</template>
