<script setup lang="ts">
import { t, told } from '~/words'
import TermHint from './TermHint.vue'
/** Where the figures beside it come from: a small mark that says it when pressed, pointed at or focused. */
defineProps<{ source: string }>()
</script>

<template>
  <TermHint :text="told(source)" class="text-xs text-soft">{{ t('shared.source-mark') }}</TermHint>
</template>
