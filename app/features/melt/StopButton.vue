<script setup lang="ts">
import { t } from '~/words'
import { useStopping } from '~/shared/page/useStopping'
/** Something is wrong: always in reach while metal is hot, whatever is scrolled. */
defineProps<{ beside?: boolean }>()
const stopping = useStopping()
</script>

<template>
  <div
    class="no-print pointer-events-none sticky top-0 z-30 -mx-3 mb-3 flex justify-end px-3 sm:-mx-5 sm:px-5"
    :class="beside ? 'sm:-mt-[5.25rem]' : ''"
  >
    <button
      class="btn pointer-events-auto min-h-[4.5rem] border-4 border-oxide bg-panel px-6 text-xl font-bold text-oxide max-sm:w-full"
      aria-keyshortcuts="F9"
      @click="stopping = true"
    >
      {{ t('melt.stop-button') }}
    </button>
  </div>
</template>
