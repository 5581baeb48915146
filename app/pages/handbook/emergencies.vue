<script setup lang="ts">
import EmergenciesPage from '~/features/handbook/EmergenciesPage.vue'
</script>

<template>
  <EmergenciesPage />
</template>
