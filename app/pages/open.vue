<script setup lang="ts">
import OpenPage from '~/features/keeping/OpenPage.vue'
</script>

<template>
  <OpenPage />
</template>
