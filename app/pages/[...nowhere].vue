<script setup lang="ts">
import NowherePage from '~/features/frame/NowherePage.vue'
</script>

<template>
  <NowherePage />
</template>
