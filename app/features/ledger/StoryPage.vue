<script setup lang="ts">
import { clockWords, dayWords } from '~/shared/units/dates'
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { conclusionsOf } from '#core/troubles'
import { heatStamp, heatWindow, tensileMPa } from '#core/heat'
import { defineAsyncComponent } from 'vue'
import { logWords, useMeltLog } from '~/features/melt'
import { useUnits } from '~/shared/units/useUnits'
import { counted, listed, percent } from '~/shared/units/figures'
import { withSpread } from '~/shared/learning/learning-words'
import { EVIDENCE_WORDS, testWords } from '~/shared/words/tests-words'
import { BARS_WORDS } from '~/shared/words/troubles-words'
import BalanceBar from '~/shared/heat/BalanceBar.vue'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import KeptPhoto from '~/shared/fields/KeptPhoto.vue'
import ToneSentence from '~/shared/page/ToneSentence.vue'
import WeighedRemark from '~/shared/heat/WeighedRemark.vue'
import { useStory } from './useStory'

const MeltTrace = defineAsyncComponent(() => import('~/features/melt').then(({ MeltTrace }) => MeltTrace))

/** A heat from plan to assay on one page, to read and to print. */
const log = useMeltLog()
const { grams, money, degrees } = useUnits()
const {
  heat,
  summary,
  measured,
  inferred,
  liquidus,
  origins,
  ticked,
  after,
  limits,
  verdict,
  balance,
  castings,
  photos,
} = useStory()
const CALLS = {
  inside: t('ledger.in-spec-mark'),
  outside: t('ledger.out-of-spec-mark'),
  unclear: t('ledger.undecided-mark'),
  'not-measured': '–',
} as const
const clock = clockWords
const print = () => window.print()
</script>

<template>
  <section v-if="heat && summary" class="mx-auto max-w-5xl">
    <div class="no-print mb-3 flex flex-wrap gap-2">
      <NuxtLink to="/ledger" class="btn btn-quiet underline">{{ t('ledger.ledger-title') }}</NuxtLink>
      <NuxtLink :to="`/heat/${heat.number}/trouble`" class="btn ml-auto">{{
        t('ledger.faults-link')
      }}</NuxtLink>
      <NuxtLink :to="`/compare?a=${heat.number}`" class="btn">{{ t('ledger.compare') }}</NuxtLink>
      <NuxtLink :to="`/labels?heat=${heat.number}`" class="btn">{{ t('ledger.labels') }}</NuxtLink>
      <button class="btn btn-next" @click="print">{{ t('ledger.print-batch-button') }}</button>
    </div>
    <article class="grid gap-4">
      <header class="flex flex-wrap items-end gap-x-5 border-b-4 border-ink pb-2">
        <p class="stamp text-4xl leading-none">{{ heatStamp(heat.number) }}</p>
        <div class="flex-1">
          <h1 class="text-xl leading-tight font-bold">{{ heat.title || t('ledger.untitled-heat') }}</h1>
          <p>
            {{ heat.alloy ? `${told(heat.alloy.name)}, ${heat.alloy.designation}` : t('ledger.no-target') }}
          </p>
          <p v-if="heat.asItComes?.namedAt" class="text-sm text-soft">
            {{ t('ledger.as-it-comes-note') }}
          </p>
        </div>
        <p class="text-right">
          {{ dayWords(heat.date) }}<br /><b v-if="summary.balance?.foundG">{{
            t(summary.cost > 0 ? 'ledger.yield-and-cost' : 'ledger.yield', {
              percent: fixed(100 * summary.balance.tapYield, 0),
              cost: money(summary.cost),
            })
          }}</b>
        </p>
      </header>
      <WeighedRemark :heat="heat" />
      <ToneSentence v-if="verdict" :sentence="verdict" class="text-lg" />
      <div class="grid items-start gap-5 md:grid-cols-2">
        <section :aria-label="t('ledger.identity-heading')">
          <h2 class="chalk mb-1">{{ t('ledger.identity-heading') }}</h2>
          <CompositionBar
            v-if="Object.keys(measured).length"
            :composition="{ ...measured, '?': 0 }"
            :label="t('ledger.measured-heading')"
            class="mb-2"
          />
          <template v-else-if="inferred">
            <CompositionBar
              :composition="{
                ...Object.fromEntries(
                  Object.entries(inferred.shares).map(([symbol, { pct }]) => [symbol, pct]),
                ),
                '?': 0,
              }"
              :label="t('ledger.inferred-heading')"
              class="mb-1"
            />
            <p class="mb-2 text-sm text-patina">
              ◆
              {{
                t('ledger.inferred-basis', {
                  evidence: listed(inferred.by.map((one) => EVIDENCE_WORDS[one])),
                })
              }}
            </p>
          </template>
          <table class="w-full text-sm">
            <thead class="text-soft">
              <tr>
                <th scope="col" class="text-left">{{ t('ledger.element') }}</th>
                <th scope="col" class="text-right">{{ t('ledger.limit') }}</th>
                <th scope="col" class="text-right">{{ t('ledger.predicted') }}</th>
                <th scope="col" class="text-right">
                  {{ inferred ? t('ledger.inferred-heading') : t('ledger.measured-heading') }}
                </th>
                <th scope="col" class="pl-3 text-left">{{ t('ledger.verdict-label') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in limits" :key="one.element" class="border-t border-line">
                <th scope="row" class="text-left">{{ one.element }}</th>
                <td class="text-right text-soft">{{ one.limit }}</td>
                <td class="text-right">{{ one.predicted === undefined ? '–' : percent(one.predicted) }}</td>
                <td class="text-right font-bold">
                  {{
                    !one.measured
                      ? one.inferred
                        ? withSpread(one.inferred.pct, one.inferred.sd)
                        : '–'
                      : one.measured.below === undefined
                        ? withSpread(one.measured.pct, one.measured.sd)
                        : t('ledger.under-detection', { limit: one.measured.below })
                  }}
                </td>
                <td class="pl-3">{{ CALLS[one.call] }}</td>
              </tr>
            </tbody>
          </table>
          <p v-if="conclusionsOf(heat).length" class="mt-2 text-sm font-semibold">{{ BARS_WORDS }}</p>
          <ul v-if="heat.tests?.length" class="mt-2 text-sm">
            <li v-for="test in heat.tests" :key="test.id">
              {{ testWords(test, tensileMPa(test)) }}
            </li>
          </ul>
        </section>
        <section :aria-label="t('ledger.balance-heading')">
          <h2 class="chalk mb-1">{{ t('ledger.balance-heading') }}</h2>
          <ToneSentence v-if="balance" :sentence="balance" />
          <BalanceBar v-if="summary.balance?.foundG" :balance="summary.balance" :pour="heat.pour" />
          <p v-if="heat.pour.ingots.length" class="mt-2 text-sm">
            {{
              t('ledger.ingots-list', {
                ingots: heat.pour.ingots.map(({ stamp, massG }) => `${stamp} ${grams(massG)}`).join(', '),
              })
            }}
          </p>
        </section>
        <section v-if="castings.length" :aria-label="t('ledger.castings-heading')">
          <h2 class="chalk mb-1">{{ t('ledger.castings') }}</h2>
          <ul class="text-sm">
            <li v-for="cast in castings" :key="cast.id" class="border-t border-line py-0.5">
              <span class="flex justify-between gap-3"
                ><span
                  >{{ cast.count > 1 ? `${cast.count} × ` : '' }}{{ cast.name || t('ledger.casting') }}</span
                ><b>{{ cast.nowG === null ? '–' : grams(cast.nowG, 0.1) }}</b></span
              >
              <span v-if="cast.words" class="text-soft">{{ cast.words }}</span>
            </li>
          </ul>
          <NuxtLink :to="`/heat/${heat.number}/pour`" class="no-print mt-1 inline-block text-sm underline">{{
            t('ledger.castings-hint')
          }}</NuxtLink>
        </section>
        <section :aria-label="t('ledger.charge-heading')">
          <h2 class="chalk mb-1">{{ t('ledger.charge-heading') }}</h2>
          <ul class="text-sm">
            <li
              v-for="line in heat.weighed"
              :key="line.lotId"
              class="flex justify-between border-t border-line py-0.5"
            >
              <span>{{ line.name }}</span><b>{{ grams(line.massG, 0.1) }}</b>
            </li>
          </ul>
          <template v-if="origins.some(({ through }) => through.length)">
            <h3 class="label mt-2">{{ t('ledger.sources-heading') }}</h3>
            <ul class="text-sm" data-testid="origins">
              <li v-for="one in origins.slice(0, 8)" :key="[one.lotId, ...one.through].join()">
                {{ fixed(100 * one.share, one.share < 0.1 ? 1 : 0) }} % {{ one.name
                }}<span v-if="one.through.length" class="text-soft">
                  {{ ' ' + t('ledger.through', { heats: one.through.join(', ') }) }}</span
                >
              </li>
            </ul>
          </template>
          <p v-if="after.length" class="mt-2 text-sm">
            <I18nT keypath="ledger.remelted-into" scope="global"
              ><template #heatLinks
                ><template v-for="(step, at) in after" :key="step.heat.id"
                  ><NuxtLink :to="`/heat/${step.heat.number}/story`" class="underline">{{
                    heatStamp(step.heat.number)
                  }}</NuxtLink
                  >{{ at < after.length - 1 ? ', ' : '' }}</template
                ></template
              ></I18nT
            >
          </p>
        </section>
        <section :aria-label="t('ledger.at-the-furnace')">
          <h2 class="chalk mb-1">{{ t('ledger.at-the-furnace') }}</h2>
          <p v-if="liquidus" class="text-sm">
            {{
              heat.pour.pourTemperatureC === null
                ? t('ledger.liquidus-line', { temperature: degrees(liquidus.liquidusC) })
                : t('ledger.liquidus-poured-line', {
                    temperature: degrees(liquidus.liquidusC),
                    pourTemperature: degrees(heat.pour.pourTemperatureC),
                  })
            }}
          </p>
          <MeltTrace
            v-if="liquidus && log.trace.value.length > 1"
            :trace="log.trace.value"
            :corrected="log.corrected.value"
            :liquidus-c="liquidus.liquidusC"
            :window="heatWindow(heat)"
          />
          <ul
            v-if="log.entries.value.length"
            class="relative mt-1 max-h-48 overflow-auto text-sm"
            tabindex="0"
            :aria-label="t('ledger.log-heading')"
          >
            <li
              v-for="entry in log.entries.value.filter(({ kind }) => kind !== 'temperature')"
              :key="entry.id"
            >
              {{ clock(entry.at) }} {{ logWords(entry, { grams, degrees }) }}
            </li>
          </ul>
          <p v-if="!log.entries.value.length" class="text-sm text-soft">
            {{ ticked ? t('ledger.no-readings', { steps: counted(ticked, 'step') }) : t('ledger.no-log') }}
          </p>
          <p v-if="heat.remarks" class="mt-2">“{{ heat.remarks }}”</p>
        </section>
      </div>
      <div v-if="photos.length" class="flex flex-wrap gap-2">
        <KeptPhoto
          v-for="(id, at) in photos"
          :id="id"
          :key="id"
          whole
          :alt="t('ledger.picture-alt', { number: at + 1 })"
          class="block size-32"
        />
      </div>
    </article>
  </section>
  <section v-else>
    <h1 class="text-lg text-soft">{{ t('ledger.no-heat') }}</h1>
  </section>
</template>
