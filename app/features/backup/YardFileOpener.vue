<script setup lang="ts">
import { t } from '~/words'
import { defineAsyncComponent } from 'vue'
import { isolated } from '~/shared/units/isolated'
import { useYardFile } from './useYardFile'

const ImportPreview = defineAsyncComponent(() => import('./ImportPreview.vue'))

/** Opens a yard from a file: picks it, says what is wrong with it, shows what it would change. */
const { importYard, openFile, fileInput, importFault, reading, saving, preview } = useYardFile()
defineExpose({ open: () => fileInput.value?.click(), openFile })
</script>

<template>
  <div>
    <input
      ref="fileInput"
      type="file"
      accept=".json,.zip,application/json,application/zip"
      class="hidden"
      :aria-label="t('backup.file-label')"
      @change="importYard"
    />
    <p
      v-if="importFault"
      role="alert"
      class="absolute right-0 z-50 mt-1 max-h-[60vh] w-80 overflow-auto border-2 border-oxide bg-panel p-3 text-sm break-words whitespace-pre-line"
    >
      {{ importFault }}
      <button class="btn btn-quiet" @click="importFault = ''">{{ t('backup.close-button') }}</button>
    </p>
    <div
      v-if="reading"
      role="status"
      class="late absolute right-0 z-50 mt-1 w-80 border-2 border-ink bg-panel p-3 text-sm"
    >
      <p class="mb-2 break-words">{{ t('backup.reading-file', { fileName: isolated(reading.name) }) }}</p>
      <div class="flex items-center gap-3">
        <progress
          class="bar flex-1"
          :value="reading.done ?? undefined"
          max="1"
          :aria-label="t('backup.read-progress')"
        />
        <button class="btn" @click="reading.stop()">{{ t('backup.stop-button') }}</button>
      </div>
    </div>
    <p
      v-if="saving"
      role="status"
      class="late absolute right-0 z-50 mt-1 w-80 border-2 border-ink bg-panel p-3 text-sm"
    >
      {{ t('backup.saving') }}
    </p>
    <ImportPreview v-if="preview" :file="preview" @close="preview = null" />
  </div>
</template>
