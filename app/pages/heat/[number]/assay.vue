<script setup lang="ts">
import AssayPage from '~/features/assay/AssayPage.vue'
</script>

<template>
  <AssayPage />
</template>
