<script setup lang="ts">
import { gatingMass, partFigures, USUAL_GATING, type Gating, type Part, type PartSource } from '#core/casting'
import { computed, defineAsyncComponent, ref } from 'vue'
import type { useMetalNeed } from './useMetalNeed'
import { useUnits } from '~/shared/units/useUnits'
import { SOURCE_WORDS } from './casting-words'
import QuantityField from '~/shared/fields/QuantityField.vue'

const PartEditor = defineAsyncComponent(() => import('./PartEditor.vue'))

/** What is to be cast, and the metal that goes with it. */
const props = defineProps<{ bench: ReturnType<typeof useMetalNeed>; locked: boolean }>()
const { need, parts, density, neededG, change, keepPart, dropPart, countPart, seal } = props.bench
const { grams, volume, mm } = useUnits()
const editing = ref<{ part: Part | null; from: PartSource['from'] } | null>(null)
const STARTS: readonly { from: PartSource['from']; words: string }[] = [
  { from: 'mesh', words: 'From a mesh file' },
  { from: 'shape', words: 'From a shape' },
  { from: 'pattern', words: 'From a pattern’s weight' },
  { from: 'casting', words: 'From an earlier casting' },
  { from: 'volume', words: 'From a volume' },
]
function told(part: Part): string {
  const figures = partFigures(part)
  if (!figures) return 'no size yet'
  const walls =
    figures.thinMm && figures.thickMm
      ? figures.thickMm - figures.thinMm < 0.1
        ? `, ${mm(figures.thinMm)} thick`
        : `, ${mm(figures.thinMm)} to ${mm(figures.thickMm)} thick`
      : ''
  return `${volume(figures.volumeCm3)}${walls}, from ${SOURCE_WORDS[part.source.from].toLowerCase()}`
}
const massOf = (part: Part) => {
  const figures = partFigures(part)
  return figures && density.value ? grams(part.count * figures.volumeCm3 * density.value.gcm3) : '–'
}
const sized = computed(() => !!need.value.gating)
const SIZES: readonly (readonly [keyof Gating, string])[] = [
  ['sprueTopMm', 'Sprue, top'],
  ['sprueFootMm', 'Sprue, foot'],
  ['sprueHeightMm', 'Sprue, height'],
  ['runnerWidthMm', 'Runner, width'],
  ['runnerHeightMm', 'Runner, height'],
  ['runnerLengthMm', 'Runner, length'],
  ['riserDiameterMm', 'Riser, across'],
  ['riserHeightMm', 'Riser, height'],
]
const setGating = (sizes: Partial<Gating>) =>
  change({ gating: { ...(need.value.gating ?? USUAL_GATING), ...sizes } }, 'Size the gating', 'gating')
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
          :label="`How many: ${part.name}`"
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
            Change<span class="sr-only"> {{ part.name }}</span>
          </button>
          <button type="button" class="btn btn-quiet min-h-6 underline" @click="dropPart(part)">
            Take out<span class="sr-only"> {{ part.name }}</span>
          </button>
        </p>
      </li>
    </ul>
    <p v-else class="mb-2 text-soft">
      Add what you want to cast, and sprue, riser, allowance and heel are added up with it.
    </p>
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
        label="Castings"
        kind="mass"
        @update:model-value="change({ castingsG: $event ?? 0 }, undefined, 'need')"
        @sealed="seal()"
      />
      <QuantityField
        v-if="!sized"
        :model-value="need.gatingPct"
        label="Sprue, runner, riser"
        kind="percent"
        :max="400"
        hint="30–100 % for hobby sand moulds"
        @update:model-value="change({ gatingPct: $event ?? 0 }, undefined, 'need')"
        @sealed="seal()"
      />
      <div v-else>
        <p class="label">Sprue, runner, riser</p>
        <p class="flex min-h-10 items-center font-bold">{{ grams(need.gatingG ?? 0) }}</p>
      </div>
      <QuantityField
        :model-value="need.allowancePct"
        label="So as not to run short"
        kind="percent"
        :max="200"
        hint="10 % is usual"
        @update:model-value="change({ allowancePct: $event ?? 0 }, undefined, 'need')"
        @sealed="seal()"
      />
      <QuantityField
        :model-value="need.heelG"
        label="Heel left in the crucible"
        kind="mass"
        @update:model-value="change({ heelG: $event ?? 0 }, undefined, 'need')"
        @sealed="seal()"
      />
    </div>
    <button
      v-if="!locked"
      type="button"
      class="btn btn-quiet mt-1 underline"
      @click="
        change({ gating: sized ? null : USUAL_GATING }, sized ? 'Gating as a share' : 'Size the gating')
      "
    >
      {{ sized ? 'Sprue and risers as a share instead' : 'Sprue and risers by their sizes instead' }}
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
        label="Risers"
        kind="number"
        :max="100"
        @update:model-value="setGating({ risers: Math.round($event ?? 0) })"
        @sealed="seal()"
      />
    </div>
    <p v-if="need.castingsG > 0" class="mt-3" data-testid="need-sum">
      ({{ grams(need.castingsG) }} + {{ grams(gatingMass(need)) }}) ×
      {{ (1 + need.allowancePct / 100).toFixed(2) }} + {{ grams(need.heelG) }} = <b>{{ grams(neededG) }}</b>
      <span v-if="density && !density.published" class="text-soft"> by an estimated density</span>
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
