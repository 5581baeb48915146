<script setup lang="ts">
import LessonPage from '~/features/rehearsal/LessonPage.vue'
</script>

<template>
  <LessonPage />
</template>
