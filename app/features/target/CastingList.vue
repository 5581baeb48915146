<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { fixed } from '~/shared/units/decimal-mark'
import { inSentence, t } from '~/words'
import { gatingMass, partFigures, USUAL_GATING, type Gating, type Part, type PartSource } from '#core/casting'
import { computed, defineAsyncComponent, ref } from 'vue'
import type { useMetalNeed } from './useMetalNeed'
import { useUnits } from '~/shared/units/useUnits'
import { SOURCE_WORDS } from './casting-words'
import AllowanceChance from './AllowanceChance.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

const PartEditor = defineAsyncComponent(() => import('./PartEditor.vue'))

/** What is to be cast, and the metal that goes with it. */
const props = defineProps<{ bench: ReturnType<typeof useMetalNeed>; locked: boolean }>()
const { need, parts, density, neededG, tapSpread, change, keepPart, dropPart, countPart, seal } = props.bench
const { grams, volume, mm } = useUnits()
const editing = ref<{ part: Part | null; from: PartSource['from'] } | null>(null)
const STARTS: readonly { from: PartSource['from']; words: string }[] = [
  { from: 'mesh', words: t('target.add-mesh-button') },
  { from: 'shape', words: t('target.add-shape-button') },
  { from: 'pattern', words: t('target.add-pattern-button') },
  { from: 'casting', words: t('target.add-earlier-button') },
  { from: 'volume', words: t('target.add-volume-button') },
]
function told(part: Part): string {
  const figures = partFigures(part)
  if (!figures) return t('target.no-size-yet')
  const size = {
    volume: volume(figures.volumeCm3),
    source: inSentence(SOURCE_WORDS[part.source.from]),
  }
  const { thinMm, thickMm } = figures
  if (!thinMm || !thickMm) return t('target.casting-volume', size)
  return thickMm - thinMm < 0.1
    ? t('target.casting-volume-thick', { ...size, thickness: mm(thinMm) })
    : t('target.casting-volume-thicknesses', { ...size, thin: mm(thinMm), thick: mm(thickMm) })
}
const massOf = (part: Part) => {
  const figures = partFigures(part)
  return figures && density.value ? grams(part.count * figures.volumeCm3 * density.value.gcm3) : '–'
}
const sized = computed(() => !!need.value.gating)
const SIZES: readonly (readonly [keyof Gating, string])[] = [
  ['sprueTopMm', t('target.sprue-top')],
  ['sprueFootMm', t('target.sprue-foot')],
  ['sprueHeightMm', t('target.sprue-height')],
  ['runnerWidthMm', t('target.runner-width')],
  ['runnerHeightMm', t('target.runner-height')],
  ['runnerLengthMm', t('target.runner-length')],
  ['riserDiameterMm', t('target.riser-across')],
  ['riserHeightMm', t('target.riser-height')],
]
const setGating = (sizes: Partial<Gating>) =>
  change(
    { gating: { ...(need.value.gating ?? USUAL_GATING), ...sizes } },
    t('target.gating-size-edit'),
    'gating',
  )
</script>

<template>
  <div>
    <ul v-if="parts.length" data-testid="parts">
      <li
        v-for="part in parts"
        :key="part.id"
        class="grid grid-cols-[minmax(0,1fr)_5rem_auto] items-center gap-x-3 border-t border-line py-2"
      >
        <div class="min-w-0">
          <p class="font-bold break-words">{{ part.name }}</p>
          <p class="text-sm text-soft">{{ told(part) }}</p>
        </div>
        <QuantityField
          :model-value="part.count"
          :label="t('target.count-label', { castingName: part.name })"
          hide-label
          kind="number"
          positive
          :max="10000"
          unit-words="×"
          @update:model-value="countPart(part, Math.max(1, Math.round($event ?? 1)))"
          @sealed="seal()"
        />
        <p class="w-20 text-right font-bold">{{ massOf(part) }}</p>
        <p class="col-span-3 flex gap-2">
          <button
            type="button"
            class="btn btn-quiet min-h-6 underline"
            @click="editing = { part, from: part.source.from }"
          >
            {{ t('target.change') }}<span class="sr-only"> {{ part.name }}</span>
          </button>
          <button type="button" class="btn btn-quiet min-h-6 underline" @click="dropPart(part)">
            {{ t('target.take-out') }}<span class="sr-only"> {{ part.name }}</span>
          </button>
        </p>
      </li>
    </ul>
    <p v-else class="mb-2 text-soft"><TermText :text="t('target.castings-hint')" /></p>
    <div v-if="!locked" class="mt-2 flex flex-wrap gap-2">
      <button
        v-for="start in STARTS"
        :key="start.from"
        type="button"
        class="btn"
        @click="editing = { part: null, from: start.from }"
      >
        {{ start.words }}
      </button>
    </div>
    <div class="mt-3 grid grid-cols-2 gap-3 sm:grid-cols-4">
      <QuantityField
        v-if="!parts.length"
        :model-value="need.castingsG"
        :label="t('target.castings')"
        kind="mass"
        @update:model-value="change({ castingsG: $event ?? 0 }, undefined, 'need')"
        @sealed="seal()"
      />
      <QuantityField
        v-if="!sized"
        :model-value="need.gatingPct"
        :label="t('target.sprue-runner-riser')"
        kind="percent"
        :max="400"
        :hint="t('target.gating-hint')"
        @update:model-value="change({ gatingPct: $event ?? 0 }, undefined, 'need')"
        @sealed="seal()"
      />
      <div v-else>
        <p class="label"><TermText :text="t('target.sprue-runner-riser')" /></p>
        <p class="flex min-h-10 items-center font-bold">{{ grams(need.gatingG ?? 0) }}</p>
      </div>
      <QuantityField
        :model-value="need.allowancePct"
        :label="t('target.allowance-label')"
        kind="percent"
        :max="200"
        :hint="t('target.allowance-hint')"
        @update:model-value="change({ allowancePct: $event ?? 0 }, undefined, 'need')"
        @sealed="seal()"
      />
      <QuantityField
        :model-value="need.heelG"
        :label="t('target.heel-label')"
        kind="mass"
        @update:model-value="change({ heelG: $event ?? 0 }, undefined, 'need')"
        @sealed="seal()"
      />
    </div>
    <AllowanceChance
      v-if="!locked"
      :need="need"
      :relative-sd="tapSpread"
      @take="change({ allowancePct: $event }, undefined, 'need')"
    />
    <button
      v-if="!locked"
      type="button"
      class="btn btn-quiet mt-1 underline"
      @click="
        change(
          { gating: sized ? null : USUAL_GATING },
          sized ? t('target.gating-share-edit') : t('target.gating-size-edit'),
        )
      "
    >
      {{ sized ? t('target.gating-by-share-button') : t('target.gating-by-size-button') }}
    </button>
    <div v-if="need.gating" class="mt-2 grid grid-cols-3 gap-3">
      <QuantityField
        v-for="[size, words] in SIZES"
        :key="size"
        :model-value="need.gating[size]"
        :label="words"
        kind="length"
        @update:model-value="setGating({ [size]: $event ?? 0 })"
        @sealed="seal()"
      />
      <QuantityField
        :model-value="need.gating.risers"
        :label="t('target.risers')"
        kind="number"
        :max="100"
        @update:model-value="setGating({ risers: Math.round($event ?? 0) })"
        @sealed="seal()"
      />
    </div>
    <p v-if="need.castingsG > 0" class="mt-3" data-testid="need-sum">
      ({{ grams(need.castingsG) }} + {{ grams(gatingMass(need)) }}) ×
      {{ fixed(1 + need.allowancePct / 100, 2) }} + {{ grams(need.heelG) }} = <b>{{ grams(neededG) }}</b>
      <span v-if="density && !density.published" class="text-soft">
        ({{ t('target.estimated-density') }})</span
      >
    </p>
    <PartEditor
      v-if="editing"
      :part="editing.part"
      :from="editing.from"
      :gcm3="density?.gcm3 ?? null"
      @keep="keepPart"
      @close="editing = null"
    />
  </div>
</template>
