<script setup lang="ts">
import { t } from '~/words'
import type { Measured } from '#core/assay'
import { computed } from 'vue'
import { useCorrection } from './useCorrection'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { limitWords, listed, percent, timesWords } from '~/shared/units/figures'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** The smallest additions that bring a measured melt, or its ingots, inside the limits; or on to nominal. */
const props = defineProps<{
  measured: Record<string, Measured>
  predicted: Record<string, number>
  pouredG: number
  /** the figures are inferred, not measured */
  inferred?: boolean
}>()
const { heat, edit } = useHeat()
const { grams } = useUnits()
const {
  aim,
  molten,
  buying,
  margin,
  massG,
  metalG,
  capacityG,
  answer,
  fault,
  busy,
  lotName,
  ingots,
  inTheBins,
  startCorrection,
  noteAdditions,
} = useCorrection(
  heat,
  computed(() => props.measured),
  computed(() => props.predicted),
  computed(() => props.pouredG),
)
const headline = computed(() => {
  const found = answer.value
  if (!found) return ''
  if (found.status === 'inside')
    return aim.value === 'limits'
      ? margin.value
        ? t('assay.in-spec-certain')
        : t('assay.in-spec-already')
      : t('assay.at-nominal')
  if (found.status === 'impossible')
    return buying.value ? t('assay.no-correction') : t('assay.no-correction-from-stock')
  const off =
    found.pourOffG > 0.5
      ? `${t('assay.ladle-out-first', { mass: grams(found.pourOffG) })} `
      : `${t('assay.add')} `
  return `${off}${listed(found.lines.map((line) => t('assay.mass-of-lot', { mass: grams(line.massG, 0.1), lotName: lotName(line) })))}.`
})
const changes = computed(() => {
  const found = answer.value
  if (!found || found.status !== 'additions') return []
  return Object.entries(heat.value?.alloy?.limits ?? {}).flatMap(([element, { min, max }]) => {
    const before = found.before.composition[element] ?? 0
    const after = found.after.composition[element] ?? 0
    const out = before < (min ?? 0) - 1e-9 || before > (max ?? 100) + 1e-9
    if (!out && Math.abs(after - before) < 0.005) return []
    const limit = limitWords({ min, max })
    return [{ element, before, after, out, limit }]
  })
})
</script>

<template>
  <section class="slab mb-4 p-4" :aria-label="t('assay.correct-heading')" data-testid="put-right">
    <h2 class="chalk mb-2">
      {{ aim === 'limits' ? t('assay.correct-heading') : t('assay.adjust-heading') }}
    </h2>
    <p v-if="inferred" class="mb-2 text-sm text-patina">◆ {{ t('assay.by-inference-note') }}</p>
    <p v-if="headline" class="mb-3 text-lg leading-snug font-bold" aria-live="polite">{{ headline }}</p>
    <p v-else-if="busy" class="mb-3 text-soft">{{ t('assay.calculating') }}</p>
    <p v-if="fault" role="alert" class="mb-3 text-oxide">
      {{ t('assay.correction-failed', { reason: fault }) }}
    </p>
    <table v-if="changes.length" class="mb-3 w-full max-w-md text-left text-sm">
      <thead class="text-soft">
        <tr>
          <th scope="col">{{ t('assay.element') }}</th>
          <th scope="col" class="text-right">
            {{ molten ? t('assay.measured') : t('assay.remelted-column') }}
          </th>
          <th scope="col" class="text-right">{{ t('assay.after') }}</th>
          <th scope="col" class="text-right">{{ t('assay.limit') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in changes" :key="row.element" class="border-t border-line">
          <th scope="row">{{ row.element }}</th>
          <td class="text-right" :class="{ 'font-bold text-oxide': row.out }">{{ percent(row.before) }}</td>
          <td class="text-right font-bold">{{ percent(row.after) }}</td>
          <td class="text-right text-soft">{{ row.limit }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="answer?.status === 'additions'" class="mb-3 text-sm text-soft">
      {{
        t('assay.correction-result', {
          mass: grams(answer.after.tapMassG),
          certainty: timesWords(answer.probabilityInLimits),
        })
      }}
    </p>
    <p v-if="inTheBins" class="mb-3">
      <button v-if="molten && !heat?.loggedAt" class="btn btn-next" @click="noteAdditions(edit)">
        {{ t('assay.write-additions-button') }}
      </button>
      <button v-else-if="!molten && ingots" class="btn btn-next" @click="startCorrection">
        {{ t('assay.start-correction-button') }}
      </button>
      <span v-else-if="!molten" class="text-sm text-soft">{{ t('assay.remedy-after-logging') }}</span>
    </p>
    <div class="grid gap-3 sm:grid-cols-2">
      <label
        ><span class="label">{{ t('assay.aim-label') }}</span>
        <select v-model="aim" class="field">
          <option value="limits">{{ t('assay.aim-in-spec') }}</option>
          <option value="nominal">{{ t('assay.aim-nominal') }}</option>
        </select></label
      >
      <label
        ><span class="label">{{ t('assay.state-label') }}</span>
        <select v-model="molten" class="field">
          <option :value="false">{{ t('assay.state-cast') }}</option>
          <option :value="true">{{ t('assay.state-molten') }}</option>
        </select></label
      >
      <QuantityField
        :model-value="massG ?? metalG"
        :label="t('assay.mass-label')"
        kind="mass"
        positive
        @update:model-value="massG = $event"
      />
      <QuantityField
        :model-value="capacityG"
        :label="t('assay.crucible-limit-label')"
        kind="mass"
        nullable
        positive
        @update:model-value="capacityG = $event"
      />
      <label class="flex items-center gap-2"
        ><input v-model="margin" type="checkbox" class="size-6 accent-(--ember)" />
        {{ t('assay.certainty-label') }}</label
      >
      <label class="flex items-center gap-2"
        ><input v-model="buying" type="checkbox" class="size-6 accent-(--ember)" />
        {{ t('assay.buy-label') }}</label
      >
    </div>
  </section>
</template>
