<script setup lang="ts">
/** The pages of one place, side by side. */
defineProps<{ label: string; pages: readonly { to: string; name: string }[] }>()
</script>

<template>
  <nav :aria-label="label" class="no-print mb-4 flex flex-wrap gap-1">
    <NuxtLink
      v-for="page in pages"
      :key="page.to"
      :to="page.to"
      class="btn btn-quiet"
      exact-active-class="border-b-4! border-b-ember! font-bold"
      >{{ page.name }}</NuxtLink
    >
  </nav>
</template>
