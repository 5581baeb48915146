<script setup lang="ts">
import { t } from '~/words'
import { useNuxtApp } from '#imports'
import { computed, ref } from 'vue'
import { useYard } from '~/storage/yard-store'
/** A newer version, offered and never forced: it waits while a heat is running. */
const yard = useYard()
const { $pwa } = useNuxtApp()
const running = computed(() =>
  yard.heats.some(({ loggedAt, done }) => !loggedAt && Object.keys(done).length > 0 && !done.empty),
)
const put = ref(false)
const shown = computed(() => !!$pwa?.needRefresh && !running.value && !put.value)
</script>

<template>
  <div
    v-if="shown"
    role="status"
    class="no-print flex flex-wrap items-center gap-3 bg-patina-wash px-4 py-2"
    data-testid="update-offer"
  >
    <span class="flex-1">{{ t('app-shell.update-ready') }}</span>
    <button class="btn btn-next" @click="$pwa?.updateServiceWorker()">
      {{ t('app-shell.update-button') }}
    </button>
    <button class="btn" @click="put = true">{{ t('app-shell.later') }}</button>
  </div>
</template>
