<script setup lang="ts">
/** The ledger's own pages. */
const PAGES = [
  { to: '/ledger', name: 'Heats' },
  { to: '/trends', name: 'Trends' },
  { to: '/learned', name: 'Learned' },
  { to: '/compare', name: 'Compare' },
  { to: '/labels', name: 'Labels' },
] as const
</script>

<template>
  <nav aria-label="In the ledger" class="no-print mb-4 flex flex-wrap gap-1">
    <NuxtLink
      v-for="page in PAGES"
      :key="page.to"
      :to="page.to"
      class="btn btn-quiet"
      exact-active-class="border-b-4! border-b-ember! font-bold"
      >{{ page.name }}</NuxtLink
    >
  </nav>
</template>
