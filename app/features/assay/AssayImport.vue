<script setup lang="ts">
import { counted, sentences } from '~/shared/units/figures'
import { t } from '~/words'
import type { ReadAssay } from '#formats/assay-csv'
import { ref } from 'vue'
import { useNotices } from '~/shared/page/useNotices'
import { pickedFile } from '~/shared/fields/usePickedFile'
import { assayFaultWords } from '~/shared/heat/results-words'
import FilePicker from '~/shared/fields/FilePicker.vue'

/** Readings of an analyser from a table. */
const emit = defineEmits<{ read: [readings: readonly ReadAssay[], from: string] }>()
const input = ref<{ open: () => void }>()
const fault = ref('')
const { announce } = useNotices()
async function open(event: Event): Promise<void> {
  const picked = pickedFile(event, 'readings')
  if (!picked) return
  fault.value = picked.refused
  const { file } = picked
  if (!file) return
  const { readAssays } = await import('#formats/assay-csv')
  const read = readAssays(await file.text(), new Date().toISOString())
  fault.value = read.ok
    ? ''
    : t('assay.import-refused', { fileName: file.name, fault: assayFaultWords(read.fault) })
  if (!read.ok) return
  emit('read', read.readings, file.name)
  announce(
    sentences(
      t('assay.import-done', { readings: counted(read.readings.length, 'reading') }),
      read.unknown.length > 0 && t('assay.columns-ignored', { columns: read.unknown.join(', ') }),
    ),
  )
}
</script>

<template>
  <div>
    <FilePicker
      ref="input"
      :label="t('assay.import-label')"
      accept=".csv,.tsv,.txt,text/csv"
      @change="open"
    />
    <button type="button" class="btn" @click="input?.open()">{{ t('assay.import-button') }}</button>
    <p v-if="fault" role="alert" class="mt-1 max-w-md font-semibold text-oxide">{{ fault }}</p>
  </div>
</template>
