<script setup lang="ts">
import OpenPage from '~/features/backup/OpenPage.vue'
</script>

<template>
  <OpenPage />
</template>
