<script setup lang="ts">
import MouldBenchPage from '~/features/target/MouldBenchPage.vue'
</script>

<template>
  <MouldBenchPage />
</template>
