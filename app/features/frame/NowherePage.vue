<script setup lang="ts">
import { useRoute } from '#imports'
const route = useRoute()
</script>

<template>
  <div class="slab max-w-xl p-6">
    <h1 class="chalk mb-2">No such page</h1>
    <p class="mb-4">
      Nothing is kept under <b>{{ route.path }}</b>. The yard is as it was; <kbd>Ctrl K</kbd> finds any heat,
      lot or screen.
    </p>
    <NuxtLink to="/" class="btn">Back to the yard</NuxtLink>
  </div>
</template>
