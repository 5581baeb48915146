<script setup lang="ts">
import { t } from '~/words'
import { useDevices } from './devices-store'
import DeviceCard from './DeviceCard.vue'
/** Instruments: pretended ones to practise on, real ones on a serial line. */
const store = useDevices()
</script>

<template>
  <section>
    <h1 class="stamp mb-1 text-3xl leading-none">{{ t('devices.devices') }}</h1>
    <p class="mb-4 max-w-3xl text-soft">
      {{ t('devices.page-hint') }}
    </p>
    <div class="grid items-start gap-4 lg:grid-cols-3">
      <DeviceCard kind="thermocouple" :store="store" />
      <DeviceCard kind="scale" :store="store" />
      <DeviceCard kind="analyser" :store="store" />
    </div>
  </section>
</template>
