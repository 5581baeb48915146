<script setup lang="ts">
import GearPage from '~/features/gear/GearPage.vue'
</script>

<template>
  <GearPage />
</template>
