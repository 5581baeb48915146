<script setup lang="ts">
import { t, told } from '~/words'
import { computed } from 'vue'
import { hasLimits } from '#core/alloys'
import { useHeat } from '~/shared/heat/useHeat'
import { timesWords } from '~/shared/units/figures'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import LimitGates from '~/shared/composition/LimitGates.vue'
import ToneSentence from '~/shared/page/ToneSentence.vue'
import EvidenceList from './EvidenceList.vue'
import NextTests from './NextTests.vue'
import { answerWords } from './infer-words'
import { useInference } from './useInference'

/** What a heat's metal is by its charge, its weights and the tests of a shed. */
const { heat, summary } = useHeat()
const { found, busy, fault, canTell } = useInference(heat)
const frozen = computed(() => !!heat.value?.loggedAt)
const alloy = computed(() => heat.value?.alloy ?? null)
const sentence = computed(() =>
  found.value && alloy.value ? answerWords(found.value, told(alloy.value.name)) : null,
)
const shares = computed(() => {
  const { inferred } = found.value ?? {}
  if (!inferred) return {}
  return Object.fromEntries(
    inferred.elements.flatMap((symbol, at) =>
      symbol === '?' ? [] : [[symbol, { pct: inferred.pct[at]!, sd: inferred.sd[at]! }]],
    ),
  )
})
const composition = computed(() =>
  Object.fromEntries(Object.entries(shares.value).map(([symbol, { pct }]) => [symbol, pct])),
)
const expected = computed(() => ({
  composition: Object.fromEntries((found.value?.expected ?? []).map(({ element, pct }) => [element, pct])),
  sd: Object.fromEntries((found.value?.expected ?? []).map(({ element, sd }) => [element, sd])),
}))
const absent = computed(() =>
  (found.value?.verdict?.limits ?? [])
    .filter(({ call }) => call === 'taken-as-absent')
    .map(({ element }) => element),
)
</script>

<template>
  <section v-if="heat">
    <HeatHeading :question="t('infer.page-title')">
      <NuxtLink :to="`/heat/${heat.number}/assay`" class="btn">{{ t('infer.assay-link') }}</NuxtLink>
    </HeatHeading>
    <div v-if="!canTell" class="slab max-w-xl p-5">
      <p class="mb-3">{{ t('infer.needs-charge') }}</p>
      <NuxtLink :to="`/heat/${heat.number}/${alloy ? 'scale' : 'target'}`" class="btn btn-next">{{
        alloy ? t('infer.scale-link') : t('assay.choose-alloy-link')
      }}</NuxtLink>
    </div>
    <template v-else>
      <ToneSentence
        v-if="sentence"
        :sentence="sentence"
        class="mb-1! text-xl"
        data-testid="inferred-verdict"
      />
      <p v-else-if="!fault" class="mb-4 text-soft" role="status">{{ t('infer.calculating') }}</p>
      <p v-if="fault" role="alert" class="mb-4 font-semibold text-oxide">
        {{ t('infer.inference-failed', { reason: fault }) }}
      </p>
      <p v-if="sentence" class="mb-3 text-sm text-soft" :aria-busy="busy">
        {{ t('infer.inferred-note') }}
      </p>
      <div v-if="found && alloy" class="grid grid-cols-1 items-start gap-5 lg:grid-cols-2">
        <div class="order-2 lg:order-1">
          <div class="slab p-4">
            <h2 class="chalk mb-3">
              {{ hasLimits(alloy) ? t('assay.limit-by-limit') : t('assay.identity-heading') }}
            </h2>
            <LimitGates
              v-if="hasLimits(alloy)"
              :limits="alloy.limits"
              :predicted="expected"
              :inferred="shares"
              :measured="summary && Object.keys(summary.measured).length ? summary.measured : null"
              :verdicts="found.verdict?.limits ?? []"
            />
            <p v-if="absent.length" class="mt-1 text-sm text-soft">
              {{ t('infer.assumed-absent', { elements: absent.join(', ') }) }}
            </p>
            <h3 class="label mt-4 mb-1">{{ t('infer.inferred') }}</h3>
            <CompositionBar :composition="{ ...composition, '?': 0 }" :label="t('infer.inferred')" />
            <h3 class="chalk mt-5 mb-1">{{ t('assay.nearest-alloys') }}</h3>
            <ul data-testid="near-odds">
              <li
                v-for="one in found.near"
                :key="one.alloy.id"
                class="flex flex-wrap items-baseline gap-x-3 border-t border-line py-1"
              >
                <span class="min-w-0 flex-1"
                  ><b>{{ told(one.alloy.name) }}</b
                  ><span class="text-soft">{{ ` ${one.alloy.designation}` }}</span></span
                >
                <span :class="one.odds < 0.5 ? 'text-soft' : 'font-bold text-patina'">{{
                  timesWords(one.odds)
                }}</span>
              </li>
            </ul>
            <p class="mt-2 text-sm text-soft">
              {{ found.inferred.way === 'sampled' ? t('infer.method-sampling') : t('infer.method-laplace') }}
              {{ found.inferred.hills > 1 ? t('infer.two-solutions') : '' }}
            </p>
          </div>
        </div>
        <div class="order-1 lg:order-2">
          <NextTests :found="found" :frozen="frozen" />
          <EvidenceList :found="found" :frozen="frozen" />
        </div>
      </div>
    </template>
  </section>
</template>
