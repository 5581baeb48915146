<script setup lang="ts">
import { useWindowVirtualizer } from '@tanstack/vue-virtual'
import { ledgerRow, matches, parseSearch } from '#core/ledger'

const yard = useYard()
const { grams } = useUnits()
const search = ref('')
const { crucibles } = useGear()
const crucibleName = (id: string | null | undefined) =>
  crucibles.value.find((one) => one.id === id)?.name ?? ''
const rows = computed(() =>
  yard.heats
    .filter(({ loggedAt }) => loggedAt)
    .reverse()
    .map((heat) => ledgerRow(heat, crucibleName)),
)
const asked = computed(() => parseSearch(search.value))
const found = computed(() => rows.value.filter((row) => matches(row, asked.value.terms)))
/** Only the rows in sight are drawn: ten thousand heats scroll like twelve. */
const list = ref<HTMLElement | null>(null)
const offset = ref(0)
const virtual = useWindowVirtualizer(
  computed(() => ({
    count: found.value.length,
    estimateSize: () => 92,
    overscan: 8,
    scrollMargin: offset.value,
    getItemKey: (index: number) => found.value[index]!.heat.id,
  })),
)
const measureList = () =>
  (offset.value = list.value ? list.value.getBoundingClientRect().top + window.scrollY : 0)
onMounted(() => void nextTick(measureList))
watch([found, () => rows.value.length], () => void nextTick(measureList))
const measureRow = (element: unknown) => {
  if (element instanceof Element) virtual.value.measureElement(element)
}
const totals = computed(() => {
  const charge = rows.value.reduce((sum, { summary }) => sum + summary.predicted.chargeMassG, 0)
  const good = rows.value.reduce(
    (sum, { summary }) => sum + (summary.balance?.tapYield ?? 0) * summary.predicted.chargeMassG,
    0,
  )
  return { charge, yieldPct: charge > 0 ? (100 * good) / charge : 0 }
})
/** The chart shows the newest ones; more bars than this are a blur. */
const MOST_BARS = 60
const points = computed(() =>
  rows.value
    .filter(({ summary }) => summary.balance && summary.balance.foundG > 0)
    .slice(0, MOST_BARS)
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
</script>

<template>
  <section>
    <LedgerTabs />
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
        class="field max-w-96"
        placeholder="sundial Sn&gt;4 date&gt;2026-05 lot:tap verdict:outside"
        aria-label="Search the ledger"
        aria-describedby="search-help"
      />
    </div>
    <p v-if="!rows.length" class="slab p-5">
      No heat is in the ledger yet. A heat comes here when you log it at its Assay stage.
    </p>
    <template v-else>
      <LazyWhereItWentChart v-if="points.length > 1" class="mb-6" :points="points" />
      <p id="search-help" class="mb-2 text-sm text-soft">
        Words, or <b>Sn&gt;9</b>, <b>date&gt;2026-05</b>, <b>alloy:</b>, <b>lot:</b>, <b>crucible:</b>,
        <b>verdict:</b>, <b>heat:</b>, together as you like.
        <span aria-live="polite">{{ search ? `${found.length} of ${rows.length}.` : '' }}</span>
      </p>
      <p v-for="fault in asked.faults" :key="fault.part" role="alert" class="mb-2 font-semibold text-oxide">
        “{{ fault.part }}” cannot be read:
        {{
          fault.why === 'not-a-date'
            ? 'a date is 2026, 2026-05 or 2026-05-23.'
            : 'a share is 0 to 100, like Sn>9.5.'
        }}
      </p>
      <p v-if="!found.length" class="slab p-5">No heat matches “{{ search }}”.</p>
      <div
        ref="list"
        data-testid="ledger"
        role="list"
        class="relative"
        :style="{ height: `${virtual.getTotalSize()}px` }"
      >
        <div
          v-for="item in virtual.getVirtualItems()"
          :key="String(item.key)"
          :ref="measureRow"
          :data-index="item.index"
          role="listitem"
          class="absolute top-0 left-0 w-full border-t border-line"
          :style="{ transform: `translateY(${item.start - offset}px)` }"
        >
          <LedgerRow v-if="found[item.index]" :row="found[item.index]!" />
        </div>
      </div>
    </template>
  </section>
</template>
