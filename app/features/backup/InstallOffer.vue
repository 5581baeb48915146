<script setup lang="ts">
import { t } from '~/words'
import { installing, isInstalled } from '~/shared/page/install-offer'

/** The app on the device itself, where the browser offers that; where only a hand can do it, how. */
const installed = isInstalled()
/** Apple's browsers offer nothing by themselves. */
const byHand = /iPhone|iPad|iPod/.test(navigator.userAgent)
async function install(): Promise<void> {
  const offer = installing.value
  installing.value = null
  await offer?.prompt()
}
</script>

<template>
  <p v-if="installed" class="mt-2">{{ t('backup.installed') }}</p>
  <p v-else-if="installing" class="mt-2">
    <button class="btn" @click="install">{{ t('backup.install-button') }}</button>
  </p>
  <p v-else-if="byHand" class="mt-2 text-soft">{{ t('backup.install-hint') }}</p>
</template>
