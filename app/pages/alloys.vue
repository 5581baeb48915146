<script setup lang="ts">
import AlloysPage from '~/features/alloys/AlloysPage.vue'
</script>

<template>
  <AlloysPage />
</template>
