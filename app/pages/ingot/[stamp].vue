<script setup lang="ts">
import IngotPage from '~/features/ledger/IngotPage.vue'
</script>

<template>
  <IngotPage />
</template>
