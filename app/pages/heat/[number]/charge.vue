<script setup lang="ts">
import ChargePage from '~/features/charge/ChargePage.vue'
</script>

<template>
  <ChargePage />
</template>
