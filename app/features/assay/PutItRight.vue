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
        ? t('assay.nothing-to-add-every-limit-holds')
        : t('assay.nothing-to-add-every-limit-holds-2')
      : t('assay.nothing-to-add-it-is-at')
  if (found.status === 'impossible')
    return buying.value
      ? t('assay.no-addition-does-it-bought-metal')
      : t('assay.no-addition-from-the-bins-does')
  const off =
    found.pourOffG > 0.5
      ? `${t('assay.take-out-first-then-add', { pourOffG: grams(found.pourOffG) })} `
      : `${t('assay.add')} `
  return `${off}${listed(found.lines.map((line) => t('assay.of', { massG: grams(line.massG, 0.1), line: lotName(line) })))}.`
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
  <section class="slab mb-4 p-4" :aria-label="t('assay.put-it-right')" data-testid="put-right">
    <h2 class="chalk mb-2">{{ aim === 'limits' ? t('assay.put-it-right') : t('assay.sweeten-it') }}</h2>
    <p v-if="inferred" class="mb-2 text-sm text-patina">◆ {{ t('assay.by-inferred-figures') }}</p>
    <p v-if="headline" class="mb-3 text-lg leading-snug font-bold" aria-live="polite">{{ headline }}</p>
    <p v-else-if="busy" class="mb-3 text-soft">{{ t('assay.working-it-out') }}</p>
    <p v-if="fault" role="alert" class="mb-3 text-oxide">
      {{ t('assay.it-could-not-be-worked-out', { fault }) }}
    </p>
    <table v-if="changes.length" class="mb-3 w-full max-w-md text-left text-sm">
      <thead class="text-soft">
        <tr>
          <th scope="col">{{ t('assay.element') }}</th>
          <th scope="col" class="text-right">{{ molten ? t('assay.measured') : t('assay.melted-again') }}</th>
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
        t('assay.it-makes-of-melt-all-limits', {
          tapMassG: grams(answer.after.tapMassG),
          probabilityInLimits: timesWords(answer.probabilityInLimits),
        })
      }}
    </p>
    <p v-if="inTheBins" class="mb-3">
      <button v-if="molten && !heat?.loggedAt" class="btn btn-next" @click="noteAdditions(edit)">
        {{ t('assay.added-write-it-into-the-charge') }}
      </button>
      <button v-else-if="!molten && ingots" class="btn btn-next" @click="startCorrection">
        {{ t('assay.start-the-heat-that-does-it') }}
      </button>
      <span v-else-if="!molten" class="text-sm text-soft">{{ t('assay.log-the-heat-and-its-ingots') }}</span>
    </p>
    <div class="grid gap-3 sm:grid-cols-2">
      <label
        ><span class="label">{{ t('assay.aim-with-the-least-added') }}</span>
        <select v-model="aim" class="field">
          <option value="limits">{{ t('assay.inside-the-limits') }}</option>
          <option value="nominal">{{ t('assay.on-to-nominal') }}</option>
        </select></label
      >
      <label
        ><span class="label">{{ t('assay.the-metal-is') }}</span>
        <select v-model="molten" class="field">
          <option :value="false">{{ t('assay.cast-to-be-melted-again') }}</option>
          <option :value="true">{{ t('assay.still-molten-in-the-crucible') }}</option>
        </select></label
      >
      <QuantityField
        :model-value="massG ?? metalG"
        :label="t('assay.how-much-there-is')"
        kind="mass"
        positive
        @update:model-value="massG = $event"
      />
      <QuantityField
        :model-value="capacityG"
        :label="t('assay.the-crucible-takes-at-most')"
        kind="mass"
        nullable
        positive
        @update:model-value="capacityG = $event"
      />
      <label class="flex items-center gap-2"
        ><input v-model="margin" type="checkbox" class="size-6 accent-(--ember)" />
        {{ t('assay.each-limit-kept-9-times-in') }}</label
      >
      <label class="flex items-center gap-2"
        ><input v-model="buying" type="checkbox" class="size-6 accent-(--ember)" />
        {{ t('assay.with-bought-metal-too') }}</label
      >
    </div>
  </section>
</template>
