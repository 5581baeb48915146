<script setup lang="ts">
import SourcesPage from '~/features/handbook/SourcesPage.vue'
</script>

<template>
  <SourcesPage />
</template>
