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
  ['F9', t('app-shell.stop-command')],
  [t('app-shell.key-stage'), t('app-shell.shortcut-stage')],
  ['← →', t('app-shell.shortcut-next-stage')],
  ['T', t('app-shell.shortcut-temperature')],
  [t('app-shell.key-search'), t('app-shell.search')],
  [t('app-shell.key-undo'), t('app-shell.undo')],
  [t('app-shell.key-redo'), t('app-shell.redo')],
  ['?', t('app-shell.shortcut-help')],
  [t('app-shell.enter'), t('app-shell.shortcut-enter')],
  ['/', t('app-shell.shortcut-search')],
  [t('app-shell.key-next-lot'), t('app-shell.shortcut-next-lot')],
  ['X, E, M', t('app-shell.shortcut-lot')],
  [t('app-shell.esc'), t('app-shell.shortcut-close')],
] as const
</script>

<template>
  <SheetDialog :title="t('app-shell.keyboard')" @close="emit('close')">
    <dl class="grid grid-cols-[9rem_1fr] gap-y-1">
      <template v-for="[key, use] in keys" :key="key">
        <dt class="font-bold">{{ named(key) }}</dt>
        <dd>{{ use }}</dd>
      </template>
    </dl>
    <label class="mt-4 flex items-center gap-2">
      <input v-model="singleKeys" type="checkbox" class="size-6 accent-(--ember)" />
      {{ t('app-shell.shortcuts-toggle') }}
    </label>
  </SheetDialog>
</template>
