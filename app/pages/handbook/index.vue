<script setup lang="ts">
import HandbookPage from '~/features/handbook/HandbookPage.vue'
</script>

<template>
  <HandbookPage />
</template>
