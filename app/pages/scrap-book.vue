<script setup lang="ts">
import ScrapBookPage from '~/features/stock/ScrapBookPage.vue'
</script>

<template>
  <ScrapBookPage />
</template>
