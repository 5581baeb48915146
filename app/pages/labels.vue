<script setup lang="ts">
import LabelsPage from '~/features/ledger/LabelsPage.vue'
</script>

<template>
  <LabelsPage />
</template>
