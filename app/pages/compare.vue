<script setup lang="ts">
import ComparePage from '~/features/ledger/ComparePage.vue'
</script>

<template>
  <ComparePage />
</template>
