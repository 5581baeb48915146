<script setup lang="ts">
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
  fault.value = read.ok ? '' : `${file.name} ${assayFaultWords(read.fault)} Nothing was changed.`
  if (!read.ok) return
  emit('read', read.readings, file.name)
  const left = read.unknown.length ? ` Columns left aside: ${read.unknown.join(', ')}.` : ''
  announce(`${read.readings.length === 1 ? '1 reading' : `${read.readings.length} readings`} read.${left}`)
}
</script>

<template>
  <div>
    <FilePicker ref="input" label="Readings file" accept=".csv,.tsv,.txt,text/csv" @change="open" />
    <button type="button" class="btn" @click="input?.open()">From a table…</button>
    <p v-if="fault" role="alert" class="mt-1 max-w-md font-semibold text-oxide">{{ fault }}</p>
  </div>
</template>
