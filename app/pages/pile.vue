<script setup lang="ts">
import PilePage from '~/features/pile/PilePage.vue'
</script>

<template>
  <PilePage />
</template>
