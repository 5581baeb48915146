<script setup lang="ts">
import { t } from '~/words'
import { fireWords } from './fire-words'

/** To what burner or plate is set, and whether the lid is on: one press each. */
defineProps<{ fire: number; lidOff: boolean }>()
const emit = defineEmits<{ fire: [power: number]; lid: [off: boolean] }>()
const FIRES = [1, 0.75, 0.5, 0.25, 0] as const
</script>

<template>
  <div class="flex flex-wrap gap-2" role="group" :aria-label="t('shared.fire-and-lid')">
    <button
      v-for="one in FIRES"
      :key="one"
      type="button"
      class="btn min-h-[4.5rem] min-w-16 flex-1"
      :aria-pressed="fire === one"
      :class="fire === one ? 'font-bold outline-2 outline-ember' : ''"
      @click="emit('fire', one)"
    >
      <span class="sr-only">{{ t('shared.fire') }} </span>{{ fireWords(one) }}
    </button>
    <button type="button" class="btn min-h-[4.5rem] flex-1" @click="emit('lid', !lidOff)">
      {{ lidOff ? t('shared.lid-on-again') : t('shared.lid-off') }}
    </button>
  </div>
</template>
