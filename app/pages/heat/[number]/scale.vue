<script setup lang="ts">
import ScalePage from '~/features/charge/ScalePage.vue'
</script>

<template>
  <ScalePage />
</template>
