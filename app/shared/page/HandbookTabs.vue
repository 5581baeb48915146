<script setup lang="ts">
import PageTabs from './PageTabs.vue'
/** The handbook's pages. */
const PAGES = [
  { to: '/handbook', name: 'Cautions' },
  { to: '/handbook/emergencies', name: 'Emergencies' },
  { to: '/handbook/faults', name: 'Faults' },
  { to: '/handbook/practice-heats', name: 'Practice heats' },
  { to: '/handbook/tables', name: 'Tables' },
  { to: '/mould', name: 'Moulds' },
] as const
</script>

<template>
  <PageTabs label="In the handbook" :pages="PAGES" />
</template>
