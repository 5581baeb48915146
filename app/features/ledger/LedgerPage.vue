<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { useLedger } from './useLedger'
import { useUnits } from '~/shared/units/useUnits'
import { counted } from '~/shared/units/figures'
import LedgerList from './LedgerList.vue'
import LedgerTabs from './LedgerTabs.vue'

const WhereItWentChart = defineAsyncComponent(() => import('./WhereItWentChart.vue'))
const { grams } = useUnits()
const { search, heats, asked, found, totals, shares, saveTable } = useLedger()
</script>

<template>
  <section>
    <LedgerTabs />
    <div class="mb-4 flex flex-wrap items-end gap-x-6 gap-y-3">
      <div class="flex-1 basis-64">
        <p class="text-sm text-soft">What have I learned?</p>
        <h1 class="text-2xl font-bold">
          {{ counted(heats.length, 'heat') }}, {{ grams(totals.chargeG, 100) }} melted<template
            v-if="totals.chargeG > 0"
            >, {{ ((100 * totals.tappedG) / totals.chargeG).toFixed(0) }} % into ingots and castings</template
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
    <p v-if="!heats.length" class="slab p-5">
      No heat is in the ledger yet. A heat comes here when you log it at its Assay stage.
    </p>
    <template v-else>
      <WhereItWentChart v-if="shares.length > 1" class="mb-6" :points="shares" />
      <div class="mb-2 flex flex-wrap items-center justify-between gap-x-5">
        <p id="search-help" class="text-sm text-soft">
          Words, or <b>Sn&gt;9</b>, <b>date&gt;2026-05</b>, <b>alloy:</b>, <b>lot:</b>, <b>crucible:</b>,
          <b>verdict:</b>, <b>heat:</b>, together as you like.
          <span aria-live="polite">{{ search ? `${found.length} of ${heats.length}.` : '' }}</span>
        </p>
        <button class="btn btn-quiet underline" :disabled="!found.length" @click="saveTable">
          To a table
        </button>
      </div>
      <p v-for="fault in asked.faults" :key="fault.part" role="alert" class="mb-2 font-semibold text-oxide">
        “{{ fault.part }}” cannot be read:
        {{
          fault.why === 'not-a-date'
            ? 'a date is 2026, 2026-05 or 2026-05-23.'
            : 'a share is 0 to 100, like Sn>9.5.'
        }}
      </p>
      <p v-if="!found.length" class="slab p-5">No heat matches “{{ search }}”.</p>
      <LedgerList :heats="found" />
    </template>
  </section>
</template>
