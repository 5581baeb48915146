<script setup lang="ts">
import AppFrame from '~/features/frame/AppFrame.vue'
</script>

<template>
  <AppFrame />
</template>
