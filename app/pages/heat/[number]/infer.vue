<script setup lang="ts">
import InferPage from '~/features/infer/InferPage.vue'
</script>

<template>
  <InferPage />
</template>
