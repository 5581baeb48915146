<script setup lang="ts">
import { t } from '~/words'
import PageTabs from '~/shared/page/PageTabs.vue'
/** The ledger's own pages. */
const PAGES = [
  { to: '/ledger', name: t('ledger.heats') },
  { to: '/trends', name: t('ledger.trends') },
  { to: '/learned', name: t('ledger.learned') },
  { to: '/compare', name: t('ledger.compare') },
  { to: '/labels', name: t('ledger.labels') },
  { to: '/prices', name: t('ledger.prices') },
] as const
</script>

<template>
  <PageTabs :label="t('ledger.in-the-ledger')" :pages="PAGES" />
</template>
