<script setup lang="ts">
import { t } from '~/words'
import { computed } from 'vue'
import { useYard } from '~/storage/yard-store'
import { useWalk } from './useWalk'

/** Only in the demo yard, and while a heat lies ready in it. */
const yard = useYard()
const { ready, walking, begin } = useWalk()
const offered = computed(() => yard.settings.yardName === 'Demo yard' && !!ready.value && !walking.value)
</script>

<template>
  <p v-if="offered" class="mt-3 flex flex-wrap items-center gap-x-3" data-testid="walk-offer">
    {{ t('guided-tour.offer') }}
    <button class="btn" @click="begin">{{ t('guided-tour.start-button') }}</button>
  </p>
</template>
