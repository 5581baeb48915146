<script setup lang="ts">
import LedgerPage from '~/features/ledger/LedgerPage.vue'
</script>

<template>
  <LedgerPage />
</template>
