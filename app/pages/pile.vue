<script setup lang="ts">
import PilePage from '~/features/target/PilePage.vue'
</script>

<template>
  <PilePage />
</template>
