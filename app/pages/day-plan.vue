<script setup lang="ts">
import DayPage from '~/features/day-plan/DayPage.vue'
</script>

<template>
  <DayPage />
</template>
