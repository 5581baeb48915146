<script setup lang="ts">
import { capital, joinFacts, timesWords } from '~/shared/units/figures'
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { TAP_TOLERANCE_PCT } from '#core/heat'
import { useChargeAims } from './useChargeAims'
import { LOSS_WORDS } from '~/shared/words/losses-words'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'
import { useLosses } from './useLosses'
import { useYard } from '~/storage/yard-store'
import QuantityField from '~/shared/fields/QuantityField.vue'

const LossesSheet = defineAsyncComponent(() => import('./LossesSheet.vue'))

/** How the charge is to be chosen: what it aims at, how sure it is to be, from how many lots, with whose losses. */
const aims = useChargeAims()
const { heat } = useHeat()
const yard = useYard()
const { way } = useLosses()
const losses = ref(false)
const AIMS = [
  { id: 'cost', name: t('small.cheapest') },
  { id: 'virgin', name: t('charge.least-virgin-metal') },
  { id: 'nominal', name: t('charge.closest-to-nominal') },
  { id: 'use-up', name: t('charge.use-up-aim') },
] as const
const CERTAINTIES = [
  { value: '', name: t('charge.no-safety-margin') },
  { value: 0.8, name: t('charge.certainty-80') },
  { value: 0.9, name: t('charge.certainty-90') },
  { value: 0.95, name: t('charge.certainty-95') },
  { value: 0.99, name: t('charge.certainty-99') },
]
/** The certainty at hand, named even where it is none of the usual ones. */
const certainties = computed(() => {
  const value = heat.value?.confidence
  if (!value || CERTAINTIES.some((option) => option.value === value)) return CERTAINTIES
  return [
    ...CERTAINTIES,
    { value, name: t('charge.certainty-other', { percent: fixed(100 * value, value > 0.99 ? 2 : 0) }) },
  ]
})
/** All that is chosen, in one line. */
const chosen = computed(() => {
  const current = heat.value
  if (!current) return ''
  const { confidence, maxLots } = current
  const aim = AIMS.find(({ id }) => id === aims.aim.value)
  return joinFacts(
    capital(aim?.name ?? ''),
    confidence
      ? t('charge.chosen-certainty', { certainty: timesWords(confidence) })
      : t('charge.no-safety-margin'),
    maxLots ? t('charge.chosen-lots', { count: maxLots }) : t('charge.chosen-any-lots'),
    t('charge.chosen-losses', { profileName: LOSS_WORDS[way.value].name }),
  )
})
const figure = (event: Event) => Number((event.target as HTMLSelectElement).value) || null
</script>

<template>
  <details v-if="heat" class="folded" data-testid="choices">
    <summary>
      <span class="text-soft">{{ chosen }}</span>
      <span class="ml-2 underline">{{ t('charge.change-choices') }}</span>
    </summary>
    <div class="choices">
      <label class="block">
        <span class="label">{{ t('charge.aim') }}</span>
        <select
          class="field"
          :value="aims.aim.value"
          @change="aims.setAim(($event.target as HTMLSelectElement).value)"
        >
          <option v-for="option in AIMS" :key="option.id" :value="option.id">{{ option.name }}</option>
        </select>
      </label>
      <label class="block">
        <span class="label">{{
          heat.confidenceOf === 'each' ? t('charge.certainty-per-limit') : t('charge.certainty-whole')
        }}</span>
        <select class="field" :value="heat.confidence ?? ''" @change="aims.setConfidence(figure($event))">
          <option v-for="option in certainties" :key="option.name" :value="option.value">
            {{ option.name }}
          </option>
        </select>
      </label>
      <label class="block">
        <span class="label">{{ t('charge.lots') }}</span>
        <select class="field" :value="heat.maxLots ?? ''" @change="aims.setMaxLots(figure($event))">
          <option value="">{{ t('charge.any-number') }}</option>
          <option v-for="count in 12" :key="count" :value="count">
            {{ t('charge.at-most', { count }) }}
          </option>
        </select>
      </label>
      <label class="block">
        <span class="label">{{ t('charge.extra-lot-label') }}</span>
        <select
          class="field"
          :value="heat.lineShare === 0 ? 'cent' : 'walk'"
          @change="aims.setWalks(($event.target as HTMLSelectElement).value === 'walk')"
        >
          <option value="walk">{{ t('charge.extra-lot-one-percent') }}</option>
          <option value="cent">{{ t('charge.extra-lot-any') }}</option>
        </select>
      </label>
      <QuantityField
        :model-value="heat.tapTolerancePct ?? TAP_TOLERANCE_PCT"
        :label="t('charge.shortfall-label')"
        kind="percent"
        :max="50"
        @update:model-value="aims.setTolerance($event)"
        @sealed="yard.seal()"
      />
      <div>
        <span class="label" aria-hidden="true">{{ t('charge.losses-heading') }}</span>
        <button
          class="btn w-full font-normal"
          :aria-label="t('charge.losses-of', { profileName: LOSS_WORDS[way].name })"
          @click="losses = true"
        >
          {{ LOSS_WORDS[way].name }}
        </button>
      </div>
    </div>
    <LossesSheet v-if="losses" @close="losses = false" />
  </details>
</template>

<style scoped>
.folded > summary {
  min-height: 1.9rem;
  padding-block: 0.2rem;
}
.folded[open] > summary {
  margin-bottom: 0.25rem;
}
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(9.5rem, 1fr));
  gap: 0.25rem 0.75rem;
  align-items: end;
}
.choices :deep(.field),
.choices :deep(.btn) {
  min-height: 2.1rem;
  padding-block: 0.1rem;
}
</style>
