<script setup lang="ts">
import RehearsalsPage from '~/features/rehearsal/RehearsalsPage.vue'
</script>

<template>
  <RehearsalsPage />
</template>
