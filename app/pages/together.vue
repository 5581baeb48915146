<script setup lang="ts">
import DayPage from '~/features/day/DayPage.vue'
</script>

<template>
  <DayPage />
</template>
