<script setup lang="ts">
import { useSingleKeys } from '~/shared/page/useSingleKeys'
import SheetDialog from '~/shared/page/SheetDialog.vue'
const singleKeys = useSingleKeys()
const emit = defineEmits<{ close: [] }>()
const keys = [
  ['F9', 'Stop: something is wrong'],
  ['Alt 1 … Alt 7', 'Go to a stage: Stock, Target, Charge, Melt, Pour, Assay, Ledger'],
  ['Ctrl K', 'Search'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z', 'Redo'],
  ['?', 'This sheet'],
  ['Enter', 'In a weight: take it and go on'],
  ['/', 'On Stock: search the bins'],
  ['↓ ↑ or J K', 'On Stock: from lot to lot'],
  ['X, E, M', 'On Stock: pick the lot, edit it, metal in or out'],
  ['Esc', 'Close what is open'],
] as const
</script>

<template>
  <SheetDialog title="Keyboard" @close="emit('close')">
    <dl class="grid grid-cols-[9rem_1fr] gap-y-1">
      <template v-for="[key, use] in keys" :key="key">
        <dt class="font-bold">{{ key }}</dt>
        <dd>{{ use }}</dd>
      </template>
    </dl>
    <label class="mt-4 flex items-center gap-2">
      <input v-model="singleKeys" type="checkbox" class="size-5 accent-(--ember)" />
      Single letters and signs do something (?, /, J, K, X, E, M)
    </label>
  </SheetDialog>
</template>
