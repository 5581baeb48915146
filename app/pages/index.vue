<script setup lang="ts">
import HomePage from '~/features/home/HomePage.vue'
</script>

<template>
  <HomePage />
</template>
