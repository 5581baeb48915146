<script setup lang="ts">
import { computed } from 'vue'
import type { Composition } from '#core/composition'
import { useNewMetal } from './useNewMetal'

/** What the same melt would cost in new metal, or which prices are missing to say so. */
const props = defineProps<{
  melt: { composition: Composition; tapMassG: number }
  recovery: Readonly<Record<string, number>>
  /** what its lots cost */
  cost: number
}>()
const { compare } = useNewMetal()
const told = computed(() => compare(props.melt, props.recovery, props.cost))
</script>

<template>
  <p v-if="told.words" class="text-sm text-soft" data-testid="new-metal">{{ told.words }}</p>
  <p v-else-if="told.ask" class="text-sm" data-testid="new-metal">
    <NuxtLink to="/prices#new-metal" class="text-soft underline">{{ told.ask }}</NuxtLink>
  </p>
</template>
