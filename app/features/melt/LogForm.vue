<script setup lang="ts">
import { t } from '~/words'
import { densityIndex } from '#core/melt'
import type { LogEntry, LogKind } from '#core/heat'
import type { MeltLog } from './useMeltLog'
import { computed, reactive, ref } from 'vue'
import { GAS_USED, LOG_WORDS } from './log-words'
import PhotoRow from '~/shared/fields/PhotoRow.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** What an entry of the log tells besides its time. */
const props = defineProps<{ kind: LogKind; log: MeltLog }>()
const emit = defineEmits<{ done: [] }>()
const FIGURES = {
  massG: null,
  minutes: null,
  airGcm3: null,
  vacuumGcm3: null,
  flowLMin: null,
  drossBeforeG: null,
  drossAfterG: null,
}
const told = reactive<Record<keyof typeof FIGURES, number | null> & { text: string }>({
  ...FIGURES,
  text: '',
})
const gas = ref<NonNullable<LogEntry['gas']>>('argon')
const photos = ref<string[]>([])
const treats = computed(() => props.kind === 'degas' || props.kind === 'flux')
const fault = ref('')
function write(): void {
  const { flowLMin, drossBeforeG, drossAfterG, text, ...figures } = told
  if (props.kind === 'photo' && photos.value.length === 0) {
    fault.value = t('melt.needs-picture')
    return
  }
  if (props.kind === 'pressure-test' && (figures.airGcm3 === null) !== (figures.vacuumGcm3 === null)) {
    fault.value = t('melt.needs-both-densities')
    return
  }
  if (
    figures.airGcm3 &&
    figures.vacuumGcm3 &&
    densityIndex(figures.airGcm3, figures.vacuumGcm3).says === 'swapped'
  ) {
    fault.value = t('melt.densities-swapped')
    return
  }
  props.log.add(
    props.kind,
    {
      ...figures,
      text: text.trim(),
      ...(flowLMin === null ? {} : { flowLMin }),
      ...(drossBeforeG === null ? {} : { drossBeforeG }),
      ...(drossAfterG === null ? {} : { drossAfterG }),
      ...(props.kind === 'degas' ? { gas: gas.value } : {}),
      ...(photos.value.length ? { photos: photos.value } : {}),
    },
    LOG_WORDS[props.kind],
  )
  emit('done')
}
</script>

<template>
  <form class="mt-2 grid grid-cols-2 items-start gap-2" @submit.prevent="write">
    <QuantityField
      v-if="kind === 'addition' || kind === 'flux'"
      v-model="told.massG"
      :label="t('melt.amount-label')"
      kind="mass"
      nullable
    />
    <template v-if="kind === 'degas'">
      <label
        ><span class="label">{{ t('melt.with-label') }}</span>
        <select v-model="gas" class="field">
          <option v-for="(name, id) in GAS_USED" :key="id" :value="id">{{ name }}</option>
        </select></label
      >
      <QuantityField v-model="told.minutes" :label="t('melt.minutes')" kind="number" nullable :max="1000" />
      <QuantityField
        v-if="gas === 'argon' || gas === 'nitrogen'"
        v-model="told.flowLMin"
        :label="t('melt.gas-flow-label')"
        kind="number"
        nullable
        :max="1000"
      />
    </template>
    <template v-if="treats">
      <QuantityField v-model="told.drossBeforeG" :label="t('melt.dross-before-label')" kind="mass" nullable />
      <QuantityField v-model="told.drossAfterG" :label="t('melt.dross-after-label')" kind="mass" nullable />
    </template>
    <template v-if="kind === 'pressure-test'">
      <QuantityField
        v-model="told.airGcm3"
        :label="t('melt.air-density-label')"
        kind="number"
        positive
        nullable
        :max="25"
      />
      <QuantityField
        v-model="told.vacuumGcm3"
        :label="t('melt.vacuum-density-label')"
        kind="number"
        positive
        nullable
        :max="25"
      />
    </template>
    <PhotoRow v-if="kind === 'photo'" v-model:photos="photos" name="The melt" class="col-span-2" />
    <label class="col-span-2"
      ><span class="label">{{ t('melt.what-label') }}</span
      ><input v-model="told.text" class="field" maxlength="500"
    /></label>
    <p v-if="fault" role="alert" class="col-span-2 font-semibold text-oxide">{{ fault }}</p>
    <button class="btn btn-next col-span-2 min-h-[4.5rem] text-lg">{{ t('melt.save') }}</button>
  </form>
</template>
