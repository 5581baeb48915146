<script setup lang="ts">
import HeatFrame from '~/features/app-shell/HeatFrame.vue'
</script>

<template>
  <HeatFrame />
</template>
