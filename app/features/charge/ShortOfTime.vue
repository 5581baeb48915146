<script setup lang="ts">
import { t } from '~/words'
import { useChargeEngine } from './charge-store'

/** The time ran out before everything was looked at: what is told may not be the best there is, and may be looked for longer. */
defineProps<{
  /** nothing was found at all: what could be done */
  none?: string
  /** it is the ways out that were not looked at to the end, not the charge */
  ways?: boolean
}>()
const engine = useChargeEngine()
</script>

<template>
  <div
    role="status"
    class="my-2 flex max-w-4xl flex-wrap items-center gap-x-4 gap-y-2 border-l-8 border-amber bg-amber-wash px-3 py-2"
    data-testid="short-of-time"
  >
    <template v-if="engine.longer">{{ t('charge.searching-longer') }}</template>
    <template v-else>
      <span class="min-w-60 flex-1" :class="none && 'text-lg font-bold'">{{
        none || (ways ? t('charge.ways-cut-off') : t('charge.search-cut-off'))
      }}</span>
      <button class="btn" @click="engine.lookLonger">{{ t('charge.look-longer') }}</button>
    </template>
  </div>
</template>
