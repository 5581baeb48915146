<script setup lang="ts">
import SafetyPage from '~/features/keeping/SafetyPage.vue'
</script>

<template>
  <SafetyPage />
</template>
