<script setup lang="ts">
import AppFrame from '~/features/app-shell/AppFrame.vue'
</script>

<template>
  <AppFrame />
</template>
