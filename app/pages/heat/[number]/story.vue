<script setup lang="ts">
import StoryPage from '~/features/ledger/StoryPage.vue'
</script>

<template>
  <StoryPage />
</template>
