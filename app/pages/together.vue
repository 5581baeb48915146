<script setup lang="ts">
import TogetherPage from '~/features/charge/TogetherPage.vue'
</script>

<template>
  <TogetherPage />
</template>
