<script setup lang="ts">
import PourPage from '~/features/pour/PourPage.vue'
</script>

<template>
  <PourPage />
</template>
