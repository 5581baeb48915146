<script setup lang="ts">
import { t } from '~/words'
import type { Assay } from '#core/assay'
import { now } from '~/storage/yard-store'
import { computed } from 'vue'
import { useDevices } from '~/features/devices'

/** The connected analyser's reading, taken over with one press. */
const emit = defineEmits<{ take: [reading: Omit<Assay, 'id'>] }>()
const { devices } = useDevices()
const read = computed(() => {
  const { running, fault, reading } = devices.analyser
  return running && !fault && reading?.kind === 'analyser' ? reading : null
})
function take(): void {
  if (!read.value) return
  emit('take', {
    at: now(),
    method: 'xrf',
    specimen: '',
    instrument: devices.analyser.source === 'serial' ? t('assay.serial-note') : 'simulated',
    readings: { ...read.value.elements },
  })
}
</script>

<template>
  <button v-if="devices.analyser.running" type="button" class="btn" :disabled="!read" @click="take">
    {{ t('assay.take-reading-button') }}
  </button>
  <NuxtLink v-else to="/devices" class="btn btn-quiet underline">{{ t('assay.connect-link') }}</NuxtLink>
</template>
