<script setup lang="ts">
import SheetPage from '~/features/charge/SheetPage.vue'
</script>

<template>
  <SheetPage />
</template>
