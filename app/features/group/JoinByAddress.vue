<script setup lang="ts">
import { navigateTo } from '#imports'
import { defineAsyncComponent, ref } from 'vue'
import { t } from '~/words'
import { fromAddress } from './invitation'

const CodeCamera = defineAsyncComponent(() => import('./CodeCamera.vue'))

/** Joins by another device's code: seen by the camera, or its address pasted. */
const address = ref('')
const isWrong = ref(false)
const looking = ref(false)
const camera = typeof navigator !== 'undefined' && !!navigator.mediaDevices

async function join(): Promise<void> {
  isWrong.value = !fromAddress(address.value)
  if (isWrong.value) return
  await navigateTo(`/join${address.value.slice(address.value.indexOf('#')).trim()}`)
}
async function seen(text: string): Promise<void> {
  looking.value = false
  address.value = text
  await join()
}
</script>

<template>
  <form class="slab p-4" novalidate @submit.prevent="join">
    <h2 class="chalk mb-2">{{ t('group.join-heading') }}</h2>
    <p class="mb-3">{{ t('group.join-hint') }}</p>
    <button v-if="camera" type="button" class="btn mb-3" @click="looking = true">
      {{ t('group.camera-button') }}
    </button>
    <label class="block">
      <span class="chalk mb-1 block">{{ t('group.invitation-label') }}</span>
      <input
        v-model="address"
        class="field w-full"
        autocomplete="off"
        spellcheck="false"
        :aria-invalid="isWrong"
        :aria-describedby="isWrong ? 'no-address' : undefined"
      />
      <span v-if="isWrong" id="no-address" role="alert" class="mt-1 block font-semibold text-oxide">{{
        t('group.invitation-invalid')
      }}</span>
    </label>
    <button class="btn mt-4">{{ t('group.join') }}</button>
    <CodeCamera v-if="looking" @close="looking = false" @read="seen" />
  </form>
</template>
