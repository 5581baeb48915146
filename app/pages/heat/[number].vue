<script setup lang="ts">
import HeatFrame from '~/features/frame/HeatFrame.vue'
</script>

<template>
  <HeatFrame />
</template>
