<script setup lang="ts">
import TargetPage from '~/features/target/TargetPage.vue'
</script>

<template>
  <TargetPage />
</template>
