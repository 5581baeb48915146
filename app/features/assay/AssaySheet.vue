<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { METHODS, type Assay, type Outlier } from '#core/assay'
import { computed } from 'vue'
import { useYard } from '~/storage/yard-store'
import { withSpread } from '~/shared/learning/learning-words'
import { PLACE_WORDS } from '~/shared/words/tests-words'
import ElementAdder from '~/shared/fields/ElementAdder.vue'
import PhotoRow from '~/shared/fields/PhotoRow.vue'
import ReadingField from './ReadingField.vue'

/** One reading of the metal: method, specimen, element by element. */
const props = defineProps<{
  sheet: Assay
  title: string
  known: string[]
  frozen: boolean
  removable: boolean
  apart: readonly Outlier[]
}>()
const emit = defineEmits<{ change: [what: { part: Partial<Assay>; key: string }]; remove: [] }>()
const yard = useYard()
const fields = computed(() => [...new Set([...props.known, ...Object.keys(props.sheet.readings)])])
const change = (part: Partial<Assay>, key: string) => emit('change', { part, key })
const METHOD_WORDS = {
  xrf: t('assay.xrf-gun'),
  oes: t('assay.method-laboratory'),
  density: t('assay.density-in-water'),
  other: t('assay.other'),
} as const
</script>

<template>
  <fieldset :disabled="frozen" class="slab mb-4 p-4">
    <legend class="chalk float-left mb-2 w-full">{{ title }}</legend>
    <div class="clear-left mb-3 grid gap-3 sm:grid-cols-2">
      <label
        ><span class="label">{{ t('assay.method') }}</span>
        <select
          class="field"
          :value="sheet.method"
          @change="
            change({ method: ($event.target as HTMLSelectElement).value as Assay['method'] }, 'method')
          "
        >
          <option v-for="method in METHODS" :key="method" :value="method">
            {{ METHOD_WORDS[method] }}
          </option>
        </select></label
      >
      <label
        ><span class="label">{{ t('assay.origin-label') }}</span>
        <select
          class="field"
          :value="sheet.place ?? 'not-told'"
          @change="change({ place: ($event.target as HTMLSelectElement).value as Assay['place'] }, 'place')"
        >
          <option v-for="(name, id) in PLACE_WORDS" :key="id" :value="id">{{ name }}</option>
        </select></label
      >
      <label
        ><span class="label">{{ t('assay.specimen') }}</span>
        <input
          class="field"
          maxlength="120"
          :value="sheet.specimen"
          :placeholder="t('assay.specimen-placeholder')"
          @input="change({ specimen: ($event.target as HTMLInputElement).value }, 'specimen')"
          @blur="yard.seal()"
      /></label>
    </div>
    <div class="grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-3">
      <ReadingField
        v-for="element in fields"
        :key="element"
        :element="element"
        :reading="sheet.readings[element] ?? null"
        :readings="sheet.readings"
        @change="change({ readings: $event }, element)"
        @sealed="yard.seal()"
      />
    </div>
    <p v-for="one in apart" :key="one.element" role="status" class="mt-2 text-amber" data-testid="outlier">
      <I18nT keypath="assay.reading-disagrees" scope="global"
        ><template #reading><b>{{ one.element }} {{ one.pct }} %</b></template
        ><template #others>{{ withSpread(one.others.pct, one.others.sd) }}</template
        ><template #deviations>{{ fixed(one.apart, 1) }}</template></I18nT
      >
    </p>
    <ElementAdder
      :known="fields"
      @add="change({ readings: { ...sheet.readings, [$event]: { pct: 0, sd: null } } }, 'add')"
    />
    <p class="mt-2 text-xs text-soft"><TermText :text="t('assay.reading-hint')" /></p>
    <details class="mt-1">
      <summary class="text-sm">{{ t('assay.certificate-label') }}</summary>
      <PhotoRow
        :photos="sheet.photos ?? []"
        name="The certificate"
        @update:photos="change({ photos: $event }, 'photos')"
      />
    </details>
    <button v-if="removable && !frozen" class="btn btn-quiet mt-1 underline" @click="emit('remove')">
      {{ t('assay.remove-reading-button') }}
    </button>
  </fieldset>
</template>
