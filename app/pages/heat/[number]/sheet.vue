<script setup lang="ts">
import SheetPage from '~/features/melt/SheetPage.vue'
</script>

<template>
  <SheetPage />
</template>
