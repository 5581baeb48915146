<script setup lang="ts">
import SafetyPage from '~/features/backup/SafetyPage.vue'
</script>

<template>
  <SafetyPage />
</template>
