<script setup lang="ts">
import { t } from '~/words'
import { useSingleKeys } from '~/shared/page/useSingleKeys'
import SheetDialog from '~/shared/page/SheetDialog.vue'
const singleKeys = useSingleKeys()
const emit = defineEmits<{ close: [] }>()
/** What the keys are called on the keyboard at hand. */
const mac = /Mac|iPhone|iPad/.test(navigator.platform)
const named = (key: string) => (mac ? key.replaceAll('Ctrl', '⌘').replaceAll('Alt', '⌥') : key)
const keys = [
  ['F9', t('frame.stop-command')],
  [t('frame.key-stage'), t('frame.shortcut-stage')],
  ['← →', t('frame.shortcut-next-stage')],
  ['T', t('frame.shortcut-temperature')],
  [t('frame.key-search'), t('frame.search')],
  [t('frame.key-undo'), t('frame.undo')],
  [t('frame.key-redo'), t('frame.redo')],
  ['?', t('frame.shortcut-help')],
  [t('frame.enter'), t('frame.shortcut-enter')],
  ['/', t('frame.shortcut-search')],
  [t('frame.key-next-lot'), t('frame.shortcut-next-lot')],
  ['X, E, M', t('frame.shortcut-lot')],
  [t('frame.esc'), t('frame.shortcut-close')],
] as const
</script>

<template>
  <SheetDialog :title="t('frame.keyboard')" @close="emit('close')">
    <dl class="grid grid-cols-[9rem_1fr] gap-y-1">
      <template v-for="[key, use] in keys" :key="key">
        <dt class="font-bold">{{ named(key) }}</dt>
        <dd>{{ use }}</dd>
      </template>
    </dl>
    <label class="mt-4 flex items-center gap-2">
      <input v-model="singleKeys" type="checkbox" class="size-6 accent-(--ember)" />
      {{ t('frame.shortcuts-toggle') }}
    </label>
  </SheetDialog>
</template>
