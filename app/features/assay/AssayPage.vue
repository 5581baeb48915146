<script setup lang="ts">
import { inSentence, t, told } from '~/words'
import { totalG } from '#core/lists'
import { orderedLimits } from '#core/alloys'
import { outliers, type Assay } from '#core/assay'
import { USES_UNSURE, usesOf } from '#core/ledger'
import { computed } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'
import { useNaming } from './useNaming'
import { useLogHeat } from './useLogHeat'
import { now, useYard } from '~/storage/yard-store'
import { verdictWords } from '~/shared/heat/results-words'
import { withSpread } from '~/shared/learning/learning-words'
import { elementName } from '~/shared/units/elements'
import { localFigures } from '~/shared/units/decimal-mark'
import { nearWords } from '~/shared/words/near-words'
import AnalyserTake from './AnalyserTake.vue'
import AssayImport from './AssayImport.vue'
import AssaySheet from './AssaySheet.vue'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import LimitGates from '~/shared/composition/LimitGates.vue'
import MetalTests from './MetalTests.vue'
import NearAlloys from './NearAlloys.vue'
import PutItRight from './PutItRight.vue'
import ToneSentence from '~/shared/page/ToneSentence.vue'
import { answerWords, useInference } from '~/features/infer'

const { heat, summary, edit } = useHeat()
const { logHeat } = useLogHeat()
const yard = useYard()
const naming = useNaming()
const { judged, nameless, near, measured, hasMeasured } = naming
const frozen = computed(() => !!heat.value?.loggedAt)
const alloy = computed(() => heat.value?.alloy ?? null)
const verdict = computed(() =>
  alloy.value && summary.value?.verdict ? verdictWords(summary.value.verdict, told(alloy.value.name)) : null,
)
const { found, hasEvidence } = useInference(heat)
/** What it is by its weights and tests, where nothing measured says it. */
const inferredWords = computed(() =>
  found.value && alloy.value && hasEvidence.value && !hasMeasured.value
    ? answerWords(found.value, told(alloy.value.name))
    : null,
)
/** Shares with spread, where nothing was measured: to judge and to put right by. */
const inferredShares = computed(() => {
  const { inferred } = found.value ?? {}
  if (!inferred || !inferredWords.value) return null
  return Object.fromEntries(
    inferred.elements.flatMap((symbol, at) =>
      symbol === '?' ? [] : [[symbol, { pct: inferred.pct[at]!, sd: inferred.sd[at]!, readings: 0 }]],
    ),
  )
})
/** So many are asked for of a metal that has no limits. */
const KNOWN_MOST = 8
/** The readings on paper; before the first figure is typed, one blank one. */
const blank: Assay = { id: crypto.randomUUID(), at: now(), method: 'xrf', specimen: '', readings: {} }
const sheets = computed(() => (heat.value?.assays.length ? heat.value.assays : [blank]))
function change(sheet: Assay, part: Partial<Assay>, key: string): void {
  if (!heat.value) return
  const next = { ...sheet, ...part }
  const others = heat.value.assays.filter(({ id }) => id !== sheet.id)
  const at = heat.value.assays.findIndex(({ id }) => id === sheet.id)
  const assays =
    at < 0 ? [...others, next] : heat.value.assays.map((entry) => (entry.id === sheet.id ? next : entry))
  edit(t('assay.reading-edit'), { assays }, `assay-${sheet.id}-${key}`)
}
function addSheet(): void {
  if (heat.value)
    edit(t('assay.add-reading-edit'), {
      assays: [...heat.value.assays, { ...blank, id: crypto.randomUUID(), at: now() }],
    })
}
function removeSheet(sheet: Assay): void {
  if (heat.value)
    edit(t('assay.remove-reading-edit'), { assays: heat.value.assays.filter(({ id }) => id !== sheet.id) })
}
function addReadings(read: readonly Omit<Assay, 'id'>[], from: string): void {
  if (!heat.value) return
  const assays = [...heat.value.assays, ...read.map((one) => ({ ...one, id: crypto.randomUUID() }))].slice(
    -200,
  )
  edit(t('assay.import-edit', { fileName: from }), { assays })
}
const apart = computed(() => outliers(heat.value?.assays ?? []))
/** Elements whose readings contradict one another, with the reading that is farthest off. */
const contradictions = computed(() =>
  Object.entries(summary.value?.measured ?? {}).flatMap(([symbol, one]) => {
    if (!one.disagree) return []
    const [far] = apart.value.filter(({ element }) => element === symbol).sort((a, b) => b.apart - a.apart)
    const result = withSpread(one.pct, one.sd)
    return far
      ? t('assay.readings-contradict-one', {
          element: elementName(symbol),
          result,
          reading: localFigures(String(far.pct)),
        })
      : t('assay.readings-contradict', { element: elementName(symbol), result })
  }),
)
const uses = computed(() => (alloy.value ? usesOf(alloy.value, summary.value?.measured ?? {}) : []))
/** Elements a reading starts with. */
const known = computed(() => {
  if (!alloy.value) return []
  const { limits, base, nominal = {} } = alloy.value
  return judged.value
    ? orderedLimits(limits).map(([element]) => element)
    : [base, ...Object.keys(nominal)].slice(0, KNOWN_MOST)
})
const predicted = computed(() =>
  summary.value && summary.value.predicted.tapMassG > 0 ? summary.value.predicted : null,
)
const pouredG = computed(() =>
  heat.value ? totalG(heat.value.pour.ingots) + (heat.value.pour.castingsG ?? 0) : 0,
)
</script>

<template>
  <section v-if="heat">
    <HeatHeading :question="t('assay.page-title')">
      <NuxtLink v-if="alloy && heat.weighed.length" :to="`/heat/${heat.number}/infer`" class="btn">{{
        t('assay.without-a-laboratory')
      }}</NuxtLink>
      <button v-if="!frozen && heat.weighed.length" class="btn btn-next" @click="logHeat(heat)">
        {{ t('assay.log-button') }}
      </button>
    </HeatHeading>
    <div v-if="!alloy" class="slab max-w-xl p-5">
      <template v-if="heat.asItComes">
        <p class="mb-3">{{ t('assay.no-charge') }}</p>
        <NuxtLink :to="`/heat/${heat.number}/charge`" class="btn btn-next">{{
          t('assay.charge-link')
        }}</NuxtLink>
      </template>
      <template v-else>
        <p class="mb-3">{{ t('assay.needs-alloy') }}</p>
        <NuxtLink :to="`/heat/${heat.number}/target`" class="btn btn-next">{{
          t('assay.choose-alloy-link')
        }}</NuxtLink>
      </template>
    </div>
    <template v-else>
      <p v-if="nameless" class="mb-3 text-xl font-bold" data-testid="nameless">
        {{ t('assay.no-target', { nearest: nearWords(near) }) }}
      </p>
      <ToneSentence v-else-if="verdict" :sentence="verdict" class="text-xl" data-testid="verdict" />
      <p v-for="one in contradictions" :key="one" class="mb-2 max-w-5xl text-amber" data-testid="disagree">
        {{ one }}
      </p>
      <p v-if="inferredWords" class="mb-4 max-w-5xl" data-testid="inferred-note">
        <b class="text-patina">◆ {{ t('assay.inferred-label') }}</b> {{ inferredWords.text }}
      </p>
      <div class="grid grid-cols-1 items-start gap-5 lg:grid-cols-2">
        <div class="slab p-4">
          <h2 class="chalk mb-3">{{ judged ? t('assay.limit-by-limit') : t('assay.identity-heading') }}</h2>
          <LimitGates
            v-if="judged"
            :limits="alloy.limits"
            :predicted="predicted"
            :measured="summary?.measured ?? {}"
            :inferred="inferredShares"
            :verdicts="summary?.verdict?.limits ?? []"
          />
          <template v-if="hasMeasured">
            <h3 class="label mt-4 mb-1">{{ t('assay.measured') }}</h3>
            <CompositionBar :composition="{ ...measured, '?': 0 }" :label="t('assay.measured')" />
          </template>
          <template v-if="predicted">
            <h3 class="label mt-3 mb-1">{{ t('assay.prediction-heading') }}</h3>
            <CompositionBar :composition="predicted.composition" :label="t('assay.predicted')" />
          </template>
          <NearAlloys v-if="hasMeasured || nameless" :naming="naming" />
          <template v-if="hasMeasured">
            <h3 class="chalk mt-5 mb-1">{{ t('assay.use-heading') }}</h3>
            <p v-if="alloy.use">
              {{ t('assay.meant-for', { uses: inSentence(told(alloy.use)) }) }}
            </p>
            <ul data-testid="uses">
              <li v-for="one in uses" :key="one.mustNot" class="mt-1 border-l-8 border-oxide pl-3">
                <b>{{ t('assay.not-for', { uses: told(one.mustNot) }) }}</b>: {{ told(one.why) }}.
              </li>
            </ul>
            <p class="mt-1 text-sm text-soft">{{ told(USES_UNSURE) }}</p>
          </template>
        </div>
        <div>
          <AssaySheet
            v-for="(sheet, index) in sheets"
            :key="sheet.id"
            :sheet="sheet"
            :title="t('assay.reading-heading', { number: sheets.length > 1 ? index + 1 : '' })"
            :known="known"
            :frozen="frozen"
            :removable="heat.assays.length > 1"
            :apart="apart.filter(({ assayId }) => assayId === sheet.id)"
            @change="change(sheet, $event.part, $event.key)"
            @remove="removeSheet(sheet)"
          />
          <div v-if="!frozen" class="mb-4 flex flex-wrap gap-2">
            <button v-if="heat.assays.length" class="btn" @click="addSheet">
              {{ t('assay.add-reading-button') }}
            </button>
            <AssayImport @read="addReadings" />
            <AnalyserTake @take="addReadings([$event], t('assay.analyser-source'))" />
          </div>
          <MetalTests :frozen="frozen" />
          <PutItRight
            v-if="judged && (hasMeasured || inferredShares) && summary"
            :inferred="!hasMeasured"
            :measured="inferredShares ?? summary.measured"
            :predicted="summary.predicted.composition"
            :poured-g="pouredG"
          />
          <label class="slab block p-4"
            ><span class="chalk">{{ t('assay.remarks') }}</span>
            <textarea
              class="field mt-2"
              rows="3"
              maxlength="4000"
              :value="heat.remarks"
              :disabled="frozen"
              :placeholder="t('assay.remarks-placeholder')"
              @input="
                edit(
                  t('assay.remarks-edit'),
                  { remarks: ($event.target as HTMLTextAreaElement).value },
                  'remarks',
                )
              "
              @blur="yard.seal()"
            />
          </label>
        </div>
      </div>
    </template>
  </section>
</template>
