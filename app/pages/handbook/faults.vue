<script setup lang="ts">
import FaultsPage from '~/features/handbook/FaultsPage.vue'
</script>

<template>
  <FaultsPage />
</template>
