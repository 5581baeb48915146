<script setup lang="ts">
import JoinPage from '~/features/group/JoinPage.vue'
</script>

<template>
  <JoinPage />
</template>
