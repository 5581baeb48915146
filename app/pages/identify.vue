<script setup lang="ts">
import IdentifyPage from '~/features/stock/IdentifyPage.vue'
</script>

<template>
  <IdentifyPage />
</template>
