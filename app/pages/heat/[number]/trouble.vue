<script setup lang="ts">
import TroublePage from '~/features/handbook/TroublePage.vue'
</script>

<template>
  <TroublePage />
</template>
