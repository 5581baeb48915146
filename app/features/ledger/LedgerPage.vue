<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { defineAsyncComponent } from 'vue'
import { useLedger } from './useLedger'
import { useUnits } from '~/shared/units/useUnits'
import { counted, joinFacts } from '~/shared/units/figures'
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
        <p class="text-sm text-soft">{{ t('ledger.page-title') }}</p>
        <h1 class="text-2xl font-bold">
          {{
            joinFacts(
              t('ledger.totals', {
                heats: counted(heats.length, 'heat'),
                chargeMass: grams(totals.chargeG, 100),
              }),
              totals.chargeG > 0 &&
                t('ledger.totals-yield', { percent: fixed((100 * totals.tappedG) / totals.chargeG, 0) }),
            )
          }}
        </h1>
      </div>
      <input
        v-model="search"
        type="search"
        class="field max-w-96"
        :placeholder="t('ledger.search-placeholder')"
        :aria-label="t('ledger.search-the-ledger')"
        aria-describedby="search-help"
      />
    </div>
    <p v-if="!heats.length" class="slab p-5">
      {{ t('ledger.empty-hint') }}
    </p>
    <template v-else>
      <div class="mb-2 flex flex-wrap items-center justify-between gap-x-5">
        <p id="search-help" class="text-sm text-soft">
          <I18nT keypath="ledger.search-help" scope="global"
            ><template #examples
              ><b>{{
                joinFacts(
                  t('ledger.search-example-element'),
                  t('ledger.search-example-date'),
                  t('ledger.search-example-alloy'),
                  t('ledger.search-example-lot'),
                  t('ledger.search-example-crucible'),
                  t('ledger.search-example-verdict'),
                  t('ledger.search-example-heat'),
                )
              }}</b></template
            ></I18nT
          >
          <span aria-live="polite">{{
            search ? t('ledger.found-count', { found: found.length, total: heats.length }) : ''
          }}</span>
        </p>
        <a v-if="shares.length > 1" href="#where-it-went" class="btn btn-quiet ml-auto underline">{{
          t('ledger.where-it-went-link')
        }}</a>
        <button class="btn btn-quiet underline" :disabled="!found.length" @click="saveTable">
          {{ t('ledger.to-a-table') }}
        </button>
      </div>
      <p v-for="fault in asked.faults" :key="fault.part" role="alert" class="mb-2 font-semibold text-oxide">
        {{
          t('ledger.search-invalid', {
            text: fault.part,
            reason: fault.why === 'not-a-date' ? t('ledger.search-date-hint') : t('ledger.search-share-hint'),
          })
        }}
      </p>
      <p v-if="!found.length" class="slab p-5">{{ t('ledger.search-empty', { search }) }}</p>
      <LedgerList :heats="found" />
      <WhereItWentChart v-if="shares.length > 1" id="where-it-went" class="mt-6" :points="shares" />
    </template>
  </section>
</template>
