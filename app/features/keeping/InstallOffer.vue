<script setup lang="ts">
import { computed } from 'vue'
import { useNuxtApp } from '#imports'
import { t } from '~/words'

/** The app on the device itself, where the browser offers that; where only a hand can do it, how. */
const { $pwa } = useNuxtApp()
const installed = computed(() => !!$pwa?.isPWAInstalled)
const offered = computed(() => !!$pwa?.showInstallPrompt && !installed.value)
/** Apple's browsers offer nothing by themselves. */
const byHand = /iPhone|iPad|iPod/.test(navigator.userAgent)
</script>

<template>
  <p v-if="installed" class="mt-2">{{ t('keeping.it-is-installed-on-this-device') }}</p>
  <p v-else-if="offered" class="mt-2">
    <button class="btn" @click="$pwa?.install()">{{ t('keeping.put-it-on-this-device') }}</button>
  </p>
  <p v-else-if="byHand" class="mt-2 text-soft">{{ t('keeping.share-then-add-to-home-screen') }}</p>
</template>
