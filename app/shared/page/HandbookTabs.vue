<script setup lang="ts">
import { t } from '~/words'
import PageTabs from './PageTabs.vue'
/** The handbook's pages. */
const PAGES = [
  { to: '/handbook', name: t('shared.cautions') },
  { to: '/handbook/emergencies', name: t('shared.emergencies') },
  { to: '/handbook/faults', name: t('shared.faults') },
  { to: '/handbook/practice-heats', name: t('shared.practice-heats') },
  { to: '/handbook/tables', name: t('shared.tables') },
  { to: '/handbook/glossary', name: t('shared.glossary') },
  { to: '/handbook/sources', name: t('shared.sources') },
  { to: '/mould', name: t('shared.moulds') },
] as const
</script>

<template>
  <PageTabs :label="t('shared.handbook-region')" :pages="PAGES" />
</template>
