<script setup lang="ts">
import TrendsPage from '~/features/ledger/TrendsPage.vue'
</script>

<template>
  <TrendsPage />
</template>
