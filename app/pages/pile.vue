<script setup lang="ts">
import PilePage from '~/features/scrap-pile/PilePage.vue'
</script>

<template>
  <PilePage />
</template>
