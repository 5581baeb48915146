<script setup lang="ts">
import CurvePage from '~/features/infer/CurvePage.vue'
</script>

<template>
  <CurvePage />
</template>
