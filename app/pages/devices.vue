<script setup lang="ts">
import DevicesPage from '~/features/devices/DevicesPage.vue'
</script>

<template>
  <DevicesPage />
</template>
