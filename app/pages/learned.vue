<script setup lang="ts">
import LearnedPage from '~/features/ledger/LearnedPage.vue'
</script>

<template>
  <LearnedPage />
</template>
