<script setup lang="ts">
import { t } from '~/words'
import { onBeforeUnmount, onMounted, ref } from 'vue'
/** The yard is being read; where that takes too long, what may be in its way. */
const LONG_MS = 8000
const long = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
onMounted(() => (timer = setTimeout(() => (long.value = true), LONG_MS)))
onBeforeUnmount(() => clearTimeout(timer))
const again = () => location.reload()
</script>

<template>
  <div class="p-8 text-soft">
    <p>{{ t('app-shell.opening-title') }}</p>
    <div
      v-if="long"
      role="status"
      class="mt-3 max-w-2xl border-l-8 border-amber bg-amber-wash px-3 py-2 text-ink"
    >
      <p class="font-semibold">{{ t('app-shell.opening-slow') }}</p>
      <p>
        {{ t('app-shell.opening-hint') }}
      </p>
      <button class="btn mt-2" @click="again">{{ t('app-shell.reload-page') }}</button>
    </div>
  </div>
</template>
