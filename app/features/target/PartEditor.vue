<script setup lang="ts">
import { t, told } from '~/words'
import { ALLOYS } from '#core/alloys'
import { PATTERN_MATERIALS, SHAPES, type Part, type PartSource } from '#core/casting'
import { computed } from 'vue'
import { usePartDraft } from './usePartDraft'
import { useUnits } from '~/shared/units/useUnits'
import { SHAPE_WORDS, SIZE_WORDS, SOURCE_WORDS } from './casting-words'
import DensityChoice from './DensityChoice.vue'
import MeshPicker from './MeshPicker.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** One thing to be cast: where its size is known from, and how many. */
const props = defineProps<{ part: Part | null; from: PartSource['from']; gcm3: number | null }>()
const emit = defineEmits<{ close: []; keep: [part: Part] }>()
const draft = usePartDraft(props.part, props.from)
const {
  kind,
  name,
  count,
  shape,
  sizes,
  massG,
  material,
  ownDensity,
  earlierAlloy,
  thinMm,
  thickMm,
  volumeCm3,
} = draft
const { grams, volume } = useUnits()
const patternChoices = PATTERN_MATERIALS.map(({ id, name: called, densityGcm3 }) => ({
  id,
  name: `${told(called)} (${densityGcm3} g/cm³)`,
}))
const alloyChoices = ALLOYS.map(({ id, designation, name: called }) => ({
  id,
  name: `${designation} ${told(called)}`,
}))
const KINDS = Object.keys(SOURCE_WORDS) as PartSource['from'][]
const cast = computed(() => {
  const cm3 = draft.figures.value?.volumeCm3
  if (!cm3) return ''
  const each = props.gcm3
    ? t('target.volume-each', { volume: grams(cm3 * props.gcm3) })
    : t('target.volume-each', { volume: volume(cm3) })
  return (count.value ?? 1) > 1 && props.gcm3
    ? t('target.volume-total', { each, volume: grams(cm3 * props.gcm3 * count.value!) })
    : each
})
function save(): void {
  const part = draft.finish()
  if (!part) return
  emit('keep', part)
  emit('close')
}
</script>

<template>
  <SheetDialog :title="part ? part.name : t('target.casting-editor-title')" wide @close="emit('close')">
    <form class="grid gap-4" @submit.prevent="save">
      <fieldset class="flex flex-wrap gap-2">
        <legend class="label mb-1">{{ t('target.size-from-label') }}</legend>
        <label
          v-for="one in KINDS"
          :key="one"
          class="btn cursor-pointer"
          :class="kind === one ? 'border-ink bg-ink text-page' : ''"
        >
          <input v-model="kind" type="radio" class="sr-only" name="from" :value="one" />{{
            SOURCE_WORDS[one]
          }}
        </label>
      </fieldset>
      <MeshPicker v-if="kind === 'mesh'" :draft="draft" :name="name" />
      <div v-else class="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <QuantityField
          v-if="kind === 'volume'"
          v-model="volumeCm3"
          :label="t('target.volume-label')"
          kind="volume"
          positive
          eager
        />
        <template v-if="kind === 'shape'">
          <label
            ><span class="label">{{ t('target.shape') }}</span>
            <select v-model="shape" class="field">
              <option v-for="(words, id) in SHAPE_WORDS" :key="id" :value="id">{{ words }}</option>
            </select></label
          >
          <QuantityField
            v-for="size in SHAPES[shape]"
            :key="`${shape}-${size}`"
            :model-value="sizes[size] ?? null"
            :label="SIZE_WORDS[size]!"
            kind="length"
            @update:model-value="sizes[size] = $event"
          />
        </template>
        <template v-if="kind === 'pattern'">
          <QuantityField v-model="massG" :label="t('target.pattern-mass-label')" kind="mass" positive eager />
          <DensityChoice
            v-model:chosen="material"
            v-model:own="ownDensity"
            :label="t('target.pattern-material-label')"
            :choices="patternChoices"
          />
        </template>
        <template v-if="kind === 'casting'">
          <QuantityField v-model="massG" :label="t('target.earlier-mass-label')" kind="mass" positive eager />
          <DensityChoice
            v-model:chosen="earlierAlloy"
            v-model:own="ownDensity"
            :label="t('target.earlier-alloy-label')"
            :choices="alloyChoices"
          />
        </template>
      </div>
      <p v-if="kind === 'pattern'" class="text-sm text-soft">
        {{ t('target.pattern-hint') }}
      </p>
      <div class="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <label
          ><span class="label">{{ t('target.name-label') }}</span
          ><input v-model="name" class="field" maxlength="120" :placeholder="t('target.name-placeholder')"
        /></label>
        <QuantityField
          v-model="count"
          :label="t('target.count-field-label')"
          kind="number"
          positive
          :max="10000"
        />
        <QuantityField
          v-model="thinMm"
          :label="t('target.thinnest-label')"
          kind="length"
          nullable
          :placeholder="
            draft.figures.value?.thinMm ? String(Number(draft.figures.value.thinMm.toFixed(1))) : ''
          "
        />
        <QuantityField
          v-model="thickMm"
          :label="t('target.thickest-label')"
          kind="length"
          nullable
          :placeholder="
            draft.figures.value?.thickMm ? String(Number(draft.figures.value.thickMm.toFixed(1))) : ''
          "
        />
      </div>
      <p v-if="draft.fault.value" role="alert" class="font-semibold text-oxide">{{ draft.fault.value }}</p>
      <div class="flex flex-wrap items-center gap-4">
        <button class="btn btn-next" :disabled="draft.meshFile.progress.value !== null">
          {{ part ? t('target.save') : t('target.add-button') }}
        </button>
        <p v-if="cast" class="text-lg font-bold" data-testid="part-mass">{{ cast }}</p>
      </div>
    </form>
  </SheetDialog>
</template>
