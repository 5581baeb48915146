<script setup lang="ts">
import PracticeHeatsPage from '~/features/handbook/PracticeHeatsPage.vue'
</script>

<template>
  <PracticeHeatsPage />
</template>
