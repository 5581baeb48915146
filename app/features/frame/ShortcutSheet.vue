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
  ['F9', t('frame.stop-something-is-wrong')],
  [t('frame.alt-1-alt-7'), t('frame.go-to-a-stage-stock-target')],
  ['← →', t('frame.to-the-stage-before-or-after')],
  ['T', t('frame.on-melt-a-temperature-then-enter')],
  [t('frame.ctrl-k'), t('frame.search')],
  [t('frame.ctrl-z'), t('frame.undo')],
  [t('frame.ctrl-shift-z'), t('frame.redo')],
  ['?', t('frame.this-sheet')],
  [t('frame.enter'), t('frame.in-a-weight-take-it-and')],
  ['/', t('frame.search-what-is-listed-the-bins')],
  [t('frame.or-j-k'), t('frame.on-stock-from-lot-to-lot')],
  ['X, E, M', t('frame.on-stock-pick-the-lot-edit')],
  [t('frame.esc'), t('frame.close-what-is-open')],
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
      {{ t('frame.single-letters-and-signs-do-something') }}
    </label>
  </SheetDialog>
</template>
