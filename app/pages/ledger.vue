<script setup lang="ts">
import { measuredComposition } from '#core/assay'
import { heatStamp, heatSummary } from '#core/heat'

const yard = useYard()
const { grams, money } = useUnits()
const search = ref('')
const rows = computed(() =>
  yard.heats
    .filter(({ loggedAt }) => loggedAt)
    .reverse()
    .map((heat) => {
      const summary = heatSummary(heat)
      const measured = measuredComposition(summary.measured, heat.alloy?.base)
      return {
        heat,
        summary,
        stamp: heatStamp(heat.number),
        verdict: verdictShort(summary.verdict),
        measured,
      }
    }),
)
const found = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean)
  return rows.value.filter(({ heat, stamp, verdict }) => {
    const text =
      `${stamp} ${heat.title} ${heat.alloy?.name ?? ''} ${heat.alloy?.id ?? ''} ${heat.remarks} ${verdict} ${heat.date}`.toLowerCase()
    return words.every((word) => text.includes(word))
  })
})
const totals = computed(() => {
  const charge = rows.value.reduce((sum, { summary }) => sum + summary.predicted.chargeMassG, 0)
  const good = rows.value.reduce(
    (sum, { summary }) => sum + (summary.balance?.tapYield ?? 0) * summary.predicted.chargeMassG,
    0,
  )
  return { charge, yieldPct: charge > 0 ? (100 * good) / charge : 0 }
})
const points = computed(() =>
  rows.value
    .filter(({ summary }) => summary.balance && summary.balance.foundG > 0)
    .map(({ heat, stamp, summary }) => {
      const share = (grams: number) => (100 * grams) / summary.balance!.chargeG
      const { returnsG, heelG, skullG, spillG, drossG } = heat.pour
      return {
        stamp,
        tapped: 100 * summary.balance!.tapYield,
        returned: share((returnsG ?? 0) + (heelG ?? 0)),
        scrapped: share((skullG ?? 0) + (spillG ?? 0)),
        dross: share(drossG ?? 0),
        missing: Math.max(0, share(summary.balance!.missingG)),
      }
    })
    .reverse(),
)
const VERDICT_TONE = {
  inside: 'text-patina',
  'inside-measured': 'text-patina',
  outside: 'text-oxide',
  unclear: 'text-amber',
  'nothing-measured': 'text-soft',
} as const
const SIGN = {
  inside: '✓',
  'inside-measured': '✓',
  outside: '✕',
  unclear: '?',
  'nothing-measured': '–',
} as const
</script>

<template>
  <section>
    <div class="mb-4 flex flex-wrap items-end gap-x-6 gap-y-3">
      <div class="flex-1 basis-64">
        <p class="text-sm text-soft">What have I learned?</p>
        <h1 class="text-2xl font-bold">
          {{ rows.length }} {{ rows.length === 1 ? 'heat' : 'heats' }},
          {{ grams(totals.charge, 100) }} melted<template v-if="totals.charge > 0"
            >, {{ totals.yieldPct.toFixed(0) }} % into ingots and castings</template
          >
        </h1>
      </div>
      <input
        v-model="search"
        type="search"
        class="field max-w-64"
        placeholder="Search alloy, name, remark"
        aria-label="Search the ledger"
      />
    </div>
    <p v-if="!rows.length" class="slab p-5">
      No heat is in the ledger yet. A heat comes here when you log it at its Assay stage.
    </p>
    <template v-else>
      <LazyWhereItWentChart v-if="points.length > 1" class="mb-6" :points="points" />
      <p v-if="!found.length" class="slab p-5">No heat matches “{{ search }}”.</p>
      <ul data-testid="ledger">
        <li
          v-for="{ heat, summary, stamp, verdict, measured } in found"
          :key="heat.id"
          class="border-t border-line"
        >
          <NuxtLink
            :to="`/heat/${heat.number}/assay`"
            class="grid items-start gap-x-5 gap-y-1 px-1 py-2.5 hover:bg-well md:grid-cols-[5rem_minmax(0,1.2fr)_minmax(0,1.6fr)_8.5rem_7rem]"
          >
            <span class="stamp text-xl leading-tight">{{ stamp }}</span>
            <span class="min-w-0">
              <span class="block font-bold">{{ heat.title || 'Untitled' }}</span>
              <span class="block text-sm text-soft"
                >{{ heat.alloy?.name ?? 'no target' }}, {{ heat.date }}</span
              >
              <span v-if="heat.remarks" class="mt-0.5 block text-sm">{{ heat.remarks }}</span>
            </span>
            <CompositionBar
              v-if="Object.keys(measured).length"
              :composition="{ ...measured, '?': 0 }"
              :label="`${stamp} measured`"
            />
            <span v-else class="text-sm text-soft">not measured</span>
            <span>
              <span class="font-bold" :class="VERDICT_TONE[summary.verdict?.overall ?? 'nothing-measured']">
                <span aria-hidden="true">{{ SIGN[summary.verdict?.overall ?? 'nothing-measured'] }}</span>
                {{ verdict }}
              </span>
            </span>
            <span class="text-sm md:text-right">
              <span v-if="summary.balance" class="block font-bold"
                >{{ (100 * summary.balance.tapYield).toFixed(0) }} % tapped</span
              >
              <span class="block text-soft"
                >{{ grams(summary.predicted.chargeMassG) }}, {{ money(summary.cost) }}</span
              >
            </span>
          </NuxtLink>
        </li>
      </ul>
    </template>
  </section>
</template>
