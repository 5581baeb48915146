<script setup lang="ts">
import PageTabs from '~/shared/page/PageTabs.vue'
/** The ledger's own pages. */
const PAGES = [
  { to: '/ledger', name: 'Heats' },
  { to: '/trends', name: 'Trends' },
  { to: '/learned', name: 'Learned' },
  { to: '/compare', name: 'Compare' },
  { to: '/labels', name: 'Labels' },
  { to: '/prices', name: 'Prices' },
] as const
</script>

<template>
  <PageTabs label="In the ledger" :pages="PAGES" />
</template>
