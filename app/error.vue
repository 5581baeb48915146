<script setup lang="ts">
import { t } from '~/words'
import { why } from '~/storage/why'
import type { NuxtError } from '#app'
import { computed, ref } from 'vue'
import { downloadBlob } from '~/shared/page/useDownload'
import { useTheme } from '~/shared/page/useTheme'
import { today } from '~/storage/yard-store'

/** The app could not even start: the yard can still be carried out of it. */
const props = defineProps<{ error: NuxtError }>()
useTheme()
const refused = ref('')
const done = ref('')
const again = () => location.reload()
async function carryOut(): Promise<void> {
  refused.value = ''
  try {
    const { rescueYard } = await import('~/storage/rescue')
    const { name, blob } = await rescueYard(today())
    downloadBlob(blob, name)
    done.value = t('app-shell.file-saved', { fileName: name })
  } catch (error) {
    refused.value = t('app-shell.yard-unreadable', { reason: why(error) })
  }
}
const words = computed(() => props.error.message || t('app-shell.no-reason-given'))
</script>

<template>
  <main class="mx-auto max-w-2xl px-4 py-10" data-testid="no-start">
    <h1 class="text-2xl font-bold">{{ t('app-shell.start-failed-title') }}</h1>
    <p class="mt-3">{{ t('app-shell.start-failed-safe') }}</p>
    <ol class="mt-3 list-decimal pl-6">
      <li>{{ t('app-shell.start-failed-reload') }}</li>
      <li>{{ t('app-shell.start-failed-save') }}</li>
      <li>
        {{ t('app-shell.start-failed-report') }}
        <samp class="font-sans font-semibold break-words">{{ words }}</samp>
      </li>
    </ol>
    <div class="mt-4 flex flex-wrap gap-3">
      <button class="btn btn-next" @click="again">{{ t('app-shell.reload-button') }}</button>
      <button class="btn" @click="carryOut">{{ t('app-shell.save-file-button') }}</button>
    </div>
    <p role="status" class="mt-3">{{ done }}</p>
    <p v-if="refused" role="alert" class="mt-3 font-semibold text-oxide">{{ refused }}</p>
  </main>
</template>
