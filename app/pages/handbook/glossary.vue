<script setup lang="ts">
import GlossaryPage from '~/features/handbook/GlossaryPage.vue'
</script>

<template>
  <GlossaryPage />
</template>
