<script setup lang="ts">
import { computed } from 'vue'
import { useYardFile } from '~/features/keeping'
import { useYard } from '~/storage/yard-store'
/** The disk refused the last changes: what it said, and what keeps them all the same. */
const yard = useYard()
const { exportYard } = useYardFile()
/** What browsers call a full disk. */
const full = computed(() => /quota|full|space|storage/i.test(yard.saveError ?? ''))
</script>

<template>
  <div
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-oxide bg-oxide-wash px-4 py-2"
    data-testid="not-saved"
  >
    <p class="flex-1 basis-80">
      <b class="text-oxide">Your last changes are not on the disk yet.</b>
      {{ full ? 'It is full, or the browser gives this app no more of it.' : '' }} The browser says: “{{
        yard.saveError
      }}” They are written as soon as it takes them.
      {{ full ? 'Make room, and try again; till then a' : 'Try again; till then a' }} file keeps them safe.
    </p>
    <button class="btn btn-next" @click="exportYard">Save the yard to a file</button>
    <button class="btn" :disabled="yard.saving > 0" @click="yard.saveAgain">Try again</button>
  </div>
</template>
