<script setup lang="ts">
import StockPage from '~/features/stock/StockPage.vue'
</script>

<template>
  <StockPage />
</template>
