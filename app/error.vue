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
    done.value = t('frame.is-in-your-downloads', { name })
  } catch (error) {
    refused.value = t('frame.the-yard-could-not-be-read', { error: why(error) })
  }
}
const words = computed(() => props.error.message || t('frame.no-reason-given'))
</script>

<template>
  <main class="mx-auto max-w-2xl px-4 py-10" data-testid="no-start">
    <h1 class="text-2xl font-bold">{{ t('frame.the-app-could-not-start') }}</h1>
    <p class="mt-3">{{ t('frame.your-yard-is-in-this-browser') }}</p>
    <ol class="mt-3 list-decimal pl-6">
      <li>{{ t('frame.load-the-page-again-half-fetched') }}</li>
      <li>{{ t('frame.if-it-comes-back-save-the') }}</li>
      <li>
        {{ t('frame.then-send-this-line-with-a') }}
        <samp class="font-sans font-semibold break-words">{{ words }}</samp>
      </li>
    </ol>
    <div class="mt-4 flex flex-wrap gap-3">
      <button class="btn btn-next" @click="again">{{ t('frame.load-again') }}</button>
      <button class="btn" @click="carryOut">{{ t('frame.save-the-yard-to-a-file') }}</button>
    </div>
    <p role="status" class="mt-3">{{ done }}</p>
    <p v-if="refused" role="alert" class="mt-3 font-semibold text-oxide">{{ refused }}</p>
  </main>
</template>
