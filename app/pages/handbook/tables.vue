<script setup lang="ts">
import TablesPage from '~/features/handbook/TablesPage.vue'
</script>

<template>
  <TablesPage />
</template>
