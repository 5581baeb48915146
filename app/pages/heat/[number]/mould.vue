<script setup lang="ts">
import MouldPage from '~/features/target/MouldPage.vue'
</script>

<template>
  <MouldPage />
</template>
