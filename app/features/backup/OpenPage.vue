<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { parseChargeProblem } from '#core/charge'
import { useProblemFile } from '~/features/charge'
import { t } from '~/words'
import { onOpenedWith, takeSentFile } from './sent-file'
import YardFileOpener from './YardFileOpener.vue'

/** What another app or the system sends here: a yard is looked at before it changes anything, a charge is a new heat. */
const opener = ref<InstanceType<typeof YardFileOpener>>()
const { openFile: openProblem, fault } = useProblemFile()
const name = ref('')
/** The engine takes no larger one; a yard of many years is not read here to find that it is none, bytes. */
const LARGEST_PROBLEM = 1024 * 1024

async function take(file: File): Promise<void> {
  name.value = file.name
  if (await isProblem(file)) await openProblem(file)
  else await opener.value?.openFile(file)
}

async function isProblem(file: File): Promise<boolean> {
  if (file.size > LARGEST_PROBLEM) return false
  try {
    return parseChargeProblem(JSON.parse(await file.text())).ok
  } catch {
    return false
  }
}

onMounted(async () => {
  onOpenedWith((file) => void take(file))
  const sent = await takeSentFile().catch(() => null)
  if (sent) await take(sent)
})
</script>

<template>
  <section class="slab relative max-w-xl p-5">
    <h1 class="mb-2 text-2xl font-bold">{{ t('backup.open-page-title') }}</h1>
    <p class="mb-3">{{ name ? t('backup.file-received', { name }) : t('backup.open-page-hint') }}</p>
    <p v-if="fault" role="alert" class="mb-3 font-semibold text-oxide">{{ fault }}</p>
    <button class="btn btn-next" @click="opener?.open()">{{ t('backup.choose-file-button') }}</button>
    <YardFileOpener ref="opener" />
  </section>
</template>
