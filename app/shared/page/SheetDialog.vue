<script setup lang="ts">
import { t } from '~/words'
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { useFocusBack } from './useFocusBack'

/** A sheet laid over the page. */
useFocusBack()
defineProps<{ title: string; wide?: boolean }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="true" class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/50" aria-hidden="true" />
    <div class="fixed inset-0 flex items-start justify-center overflow-y-auto p-3 sm:pt-16">
      <DialogPanel
        class="w-full border-2 border-ink bg-panel p-4 sm:p-5"
        :class="wide ? 'max-w-4xl' : 'max-w-xl'"
      >
        <div class="mb-3 flex items-start gap-4">
          <DialogTitle class="chalk flex-1">{{ title }}</DialogTitle>
          <button class="btn btn-quiet -mt-1" @click="emit('close')">{{ t('shared.close') }}</button>
        </div>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
