<script setup lang="ts">
import { t } from '~/words'
import {
  Combobox,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
  Dialog,
  DialogPanel,
  DialogTitle,
} from '@headlessui/vue'
import { useFocusBack } from '~/shared/page/useFocusBack'
import { ref } from 'vue'
import { useCommands, type Command } from './useCommands'

/** One line to go anywhere or do anything. */
useFocusBack()
const emit = defineEmits<{ close: [] }>()
const query = ref('')
const { found } = useCommands(query)
function choose(command: Command | null): void {
  emit('close')
  void command?.run()
}
</script>

<template>
  <Dialog :open="true" class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/50" aria-hidden="true" />
    <div class="fixed inset-0 p-3 sm:pt-24">
      <DialogPanel class="mx-auto max-w-xl border-2 border-ink bg-panel">
        <DialogTitle class="sr-only">{{ t('app-shell.search') }}</DialogTitle>
        <Combobox nullable @update:model-value="choose">
          <ComboboxInput
            class="w-full border-b border-line bg-panel px-4 py-3 text-lg"
            :placeholder="t('app-shell.search-placeholder')"
            :aria-label="t('app-shell.search-placeholder-short')"
            @change="query = $event.target.value"
          />
          <ComboboxOptions static class="relative max-h-96 overflow-auto py-1">
            <ComboboxOption v-for="command in found" :key="command.id" v-slot="{ active }" :value="command">
              <div class="flex justify-between gap-4 px-4 py-1.5" :class="active ? 'bg-well' : ''">
                <span class="font-semibold">{{ command.label }}</span>
                <span class="text-sm text-soft" :class="{ truncate: !command.whole }">{{
                  command.hint
                }}</span>
              </div>
            </ComboboxOption>
          </ComboboxOptions>
        </Combobox>
        <p v-if="!found.length" class="px-4 py-3 text-soft">{{ t('app-shell.search-empty') }}</p>
      </DialogPanel>
    </div>
  </Dialog>
</template>
