<script setup lang="ts">
import { useDevices } from './devices-store'
import DeviceCard from './DeviceCard.vue'
/** Instruments: pretended ones to practise on, real ones on a serial line. */
const store = useDevices()
</script>

<template>
  <section>
    <h1 class="stamp mb-1 text-3xl leading-none">Devices</h1>
    <p class="mb-4 max-w-3xl text-soft">
      A thermocouple, a scale and an analyser that ship with the program. Run them from the server or, with no
      network, in this browser; give them faults, and see what the program makes of them before a real one
      plays the trick on you. Real instruments speak the same lines over a serial port.
    </p>
    <div class="grid items-start gap-4 lg:grid-cols-3">
      <DeviceCard kind="thermocouple" :store="store" />
      <DeviceCard kind="scale" :store="store" />
      <DeviceCard kind="analyser" :store="store" />
    </div>
  </section>
</template>
