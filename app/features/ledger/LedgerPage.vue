<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
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
        <p class="text-sm text-soft">{{ t('ledger.what-have-i-learned') }}</p>
        <h1 class="text-2xl font-bold">
          <I18nT keypath="ledger.melted" scope="global"
            ><template #part
              ><template v-if="totals.chargeG > 0">{{
                t('ledger.into-ingots-and-castings', {
                  toFixed: fixed((100 * totals.tappedG) / totals.chargeG, 0),
                })
              }}</template></template
            ><template #heats>{{ counted(heats.length, 'heat') }}</template
            ><template #chargeG>{{ grams(totals.chargeG, 100) }}</template></I18nT
          >
        </h1>
      </div>
      <input
        v-model="search"
        type="search"
        class="field max-w-96"
        :placeholder="t('ledger.sundial-sn-4-date-2026-05')"
        :aria-label="t('ledger.search-the-ledger')"
        aria-describedby="search-help"
      />
    </div>
    <p v-if="!heats.length" class="slab p-5">
      {{ t('ledger.no-heat-is-in-the-ledger') }}
    </p>
    <template v-else>
      <WhereItWentChart v-if="shares.length > 1" class="mb-6" :points="shares" />
      <div class="mb-2 flex flex-wrap items-center justify-between gap-x-5">
        <p id="search-help" class="text-sm text-soft">
          <I18nT keypath="ledger.words-or-together-as-you-like" scope="global"
            ><template #strong><b>{{ t('ledger.sn-9') }}</b></template
            ><template #strong2><b>{{ t('ledger.date-2026-05') }}</b></template
            ><template #strong3><b>{{ t('ledger.alloy') }}</b></template
            ><template #strong4><b>{{ t('ledger.lot') }}</b></template
            ><template #strong5><b>{{ t('ledger.crucible') }}</b></template
            ><template #strong6><b>{{ t('ledger.verdict') }}</b></template
            ><template #strong7><b>{{ t('ledger.heat') }}</b></template
            ><template #part
              ><span aria-live="polite">{{
                search ? t('ledger.of', { found: found.length, heats: heats.length }) : ''
              }}</span></template
            ></I18nT
          >
        </p>
        <button class="btn btn-quiet underline" :disabled="!found.length" @click="saveTable">
          {{ t('ledger.to-a-table') }}
        </button>
      </div>
      <p v-for="fault in asked.faults" :key="fault.part" role="alert" class="mb-2 font-semibold text-oxide">
        {{
          t('ledger.cannot-be-read', {
            part: fault.part,
            part2:
              fault.why === 'not-a-date'
                ? t('ledger.a-date-is-2026-2026-05')
                : t('ledger.a-share-is-0-to-100'),
          })
        }}
      </p>
      <p v-if="!found.length" class="slab p-5">{{ t('ledger.no-heat-matches', { search }) }}</p>
      <LedgerList :heats="found" />
    </template>
  </section>
</template>
