<script setup lang="ts">
import RehearsePage from '~/features/rehearsal/RehearsePage.vue'
</script>

<template>
  <RehearsePage />
</template>
