<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { inSentence, t } from '~/words'
import { I18nT } from 'vue-i18n'
import { blankTest, SPECIMEN_PLACES, TEST_KINDS, tensileMPa, type MetalTest } from '#core/heat'
import { conclusionsOf } from '#core/troubles'
import { now } from '~/storage/yard-store'
import { computed, reactive, ref, useId } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'
import { BROKE_WORDS, PLACE_WORDS, psiWords, TEST_WORDS, testWords } from '~/shared/words/tests-words'
import { BARS_WORDS } from '~/shared/words/troubles-words'
import PlacesCompared from './PlacesCompared.vue'
import TestBar from './TestBar.vue'
import KeptPhoto from '~/shared/fields/KeptPhoto.vue'
import PhotoRow from '~/shared/fields/PhotoRow.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** Tests of the metal that are no analysis: density, hardness, strength, how it rings and breaks. */
defineProps<{ frozen: boolean }>()
const { heat, edit } = useHeat()
const draft = reactive(blankTest('density'))
const fault = ref('')
const MEASURED: Readonly<Record<string, string>> = {
  density: t('assay.density-label'),
  hardness: t('assay.hardness'),
  bend: t('assay.bend-label'),
}
/** What is entered by its parts has a screen of its own. */
const ELSEWHERE: readonly MetalTest['kind'][] = ['cooling', 'resistance', 'eddy']
const HERE = TEST_KINDS.filter((kind) => !ELSEWHERE.includes(kind))
const seenId = useId()
const SEEN_WORDS: Readonly<Record<string, readonly string[]>> = {
  bend: [t('assay.bend-none'), t('assay.bend-cracked'), t('assay.bend-broke')],
  ring: [t('assay.ring-long'), t('assay.ring-short'), 'dull'],
}
const barsAtFault = computed(() => !!heat.value && conclusionsOf(heat.value).includes('sharp-corner'))
const strength = computed(() => tensileMPa(draft))
function add(): void {
  const empty =
    draft.kind === 'tensile'
      ? strength.value === null
      : MEASURED[draft.kind]
        ? draft.value === null && !(draft.kind === 'bend' && draft.text.trim())
        : !draft.text.trim() && draft.photos.length === 0
  fault.value = empty ? t('assay.test-needs-result') : ''
  if (empty) return
  const test: MetalTest = {
    ...draft,
    photos: [...draft.photos],
    text: draft.text.trim(),
    id: crypto.randomUUID(),
    at: now(),
  }
  edit(t('assay.add-test-edit', { test: inSentence(TEST_WORDS[test.kind]) }), {
    tests: [...(heat.value?.tests ?? []), test],
  })
  Object.assign(draft, blankTest(draft.kind))
}
function remove(id: string): void {
  edit(t('assay.remove-test-edit'), { tests: (heat.value?.tests ?? []).filter((test) => test.id !== id) })
}
</script>

<template>
  <section v-if="!frozen || heat?.tests?.length" class="slab mb-4 p-4" :aria-label="t('assay.other-tests')">
    <h2 class="chalk mb-2">{{ t('assay.other-tests') }}</h2>
    <ul v-if="heat?.tests?.length" class="mb-2">
      <li
        v-for="test in heat.tests"
        :key="test.id"
        class="flex flex-wrap items-center gap-x-3 border-t border-line py-1"
      >
        <span class="flex-1" :class="test.barFault ? 'text-soft' : ''">{{
          testWords(test, tensileMPa(test))
        }}</span>
        <KeptPhoto
          v-for="id in test.photos"
          :id="id"
          :key="id"
          :alt="t('assay.test-picture-label')"
          class="block size-14"
        />
        <button v-if="!frozen" class="btn btn-quiet underline" @click="remove(test.id)">
          {{ t('assay.remove') }}<span class="sr-only"> {{ TEST_WORDS[test.kind] }}</span>
        </button>
      </li>
    </ul>
    <PlacesCompared v-if="heat?.tests?.length" :tests="heat.tests" />
    <p
      v-if="barsAtFault"
      class="mb-2 border-l-8 border-amber bg-amber-wash px-3 py-2"
      role="status"
      data-testid="bars"
    >
      <I18nT keypath="assay.bars-note" scope="global"
        ><template #finding><b>{{ BARS_WORDS }}</b></template></I18nT
      >
    </p>
    <details v-if="!frozen">
      <summary>{{ t('assay.tests-summary') }}</summary>
      <form class="mt-2 grid grid-cols-2 items-start gap-3" @submit.prevent="add">
        <label
          ><span class="label">{{ t('assay.test') }}</span>
          <select v-model="draft.kind" class="field">
            <option v-for="kind in HERE" :key="kind" :value="kind">{{ TEST_WORDS[kind] }}</option>
          </select></label
        >
        <label
          ><span class="label">{{ t('assay.specimen-from') }}</span>
          <select v-model="draft.place" class="field">
            <option v-for="place in SPECIMEN_PLACES" :key="place" :value="place">
              {{ PLACE_WORDS[place] }}
            </option>
          </select></label
        >
        <QuantityField
          v-if="MEASURED[draft.kind]"
          :key="draft.kind"
          v-model="draft.value"
          :label="MEASURED[draft.kind]!"
          kind="number"
          nullable
          positive
          :max="100000"
        />
        <label v-if="draft.kind === 'hardness'"
          ><span class="label">{{ t('assay.scale') }}</span
          ><input v-model="draft.scale" class="field" maxlength="20"
        /></label>
        <template v-if="draft.kind === 'tensile'">
          <TestBar v-model:load-n="draft.loadN" v-model:section-mm2="draft.sectionMm2" />
          <label
            ><span class="label">{{ t('assay.broke-label') }}</span>
            <select v-model="draft.brokeAt" class="field">
              <option v-for="(name, id) in BROKE_WORDS" :key="id" :value="id">{{ name }}</option>
            </select></label
          >
          <label class="mt-6 flex items-center gap-2"
            ><input v-model="draft.barFault" type="checkbox" class="size-6 accent-(--ember)" />
            {{ t('assay.bar-fault-label') }}</label
          >
          <p v-if="strength !== null" class="col-span-2 font-bold">
            {{
              t('assay.strength-result', { strengthMPa: fixed(strength, 0), strengthPsi: psiWords(strength) })
            }}
          </p>
          <p v-if="draft.brokeAt === 'fillet' || draft.brokeAt === 'grip'" class="col-span-2 text-amber">
            {{ t('assay.bar-corner-note', { place: BROKE_WORDS[draft.brokeAt] }) }}
          </p>
        </template>
        <label class="col-span-2"
          ><span class="label">{{ t('assay.observation-label') }}</span
          ><input
            v-model="draft.text"
            class="field"
            maxlength="500"
            :list="draft.kind === 'bend' || draft.kind === 'ring' ? seenId : undefined" /><datalist
            :id="seenId"
          >
            <option v-for="one in SEEN_WORDS[draft.kind] ?? []" :key="one" :value="one" /></datalist
        ></label>
        <PhotoRow v-model:photos="draft.photos" name="The test" class="col-span-2" />
        <p v-if="fault" role="alert" class="col-span-2 font-semibold text-oxide">{{ fault }}</p>
        <button class="btn col-span-2">{{ t('assay.add-the-test') }}</button>
      </form>
    </details>
  </section>
</template>
