<script setup lang="ts">
import PricesPage from '~/features/ledger/PricesPage.vue'
</script>

<template>
  <PricesPage />
</template>
