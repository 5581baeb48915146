<script setup lang="ts">
import MeltPage from '~/features/melt/MeltPage.vue'
</script>

<template>
  <MeltPage />
</template>
