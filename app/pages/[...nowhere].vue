<script setup lang="ts">
import NowherePage from '~/features/app-shell/NowherePage.vue'
</script>

<template>
  <NowherePage />
</template>
