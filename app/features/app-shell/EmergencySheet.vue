<script setup lang="ts">
import { t, told } from '~/words'
import { Dialog, DialogDescription, DialogPanel, DialogTitle } from '@headlessui/vue'
import { useFocusBack } from '~/shared/page/useFocusBack'
import { EMERGENCIES, EMERGENCY_FIRST, EMERGENCY_SOURCE } from '#core/melt'
import { computed, nextTick, ref, type ComponentPublicInstance } from 'vue'

/** Something goes wrong: what to do, at once, at the top of the screen, without a question asked. */
useFocusBack()
const emit = defineEmits<{ close: [] }>()
const chosen = ref<string | null>(null)
const answer = computed(() => EMERGENCIES.find(({ id }) => id === chosen.value) ?? null)
const frame = ref<HTMLElement>()
const top = ref<HTMLElement>()
/** The keyboard begins at the first answer, not at Close. */
const first = ref<HTMLElement | null>(null)
const isFirst = (element: Element | ComponentPublicInstance | null) =>
  (first.value = element as HTMLElement | null)
async function choose(id: string): Promise<void> {
  chosen.value = id
  await nextTick()
  frame.value?.scrollTo({ top: 0 })
  top.value?.focus({ preventScroll: true })
}
</script>

<template>
  <Dialog :open="true" :initial-focus="first" class="relative z-50" @close="emit('close')">
    <div ref="frame" class="fixed inset-0 overflow-y-auto bg-panel" data-testid="emergency-frame">
      <DialogPanel class="mx-auto min-h-full w-full max-w-4xl p-3 sm:p-5">
        <div class="flex items-start gap-3">
          <div ref="top" class="min-w-0 flex-1 outline-none" tabindex="-1">
            <DialogTitle class="text-2xl leading-tight font-bold text-oxide">{{
              answer ? told(answer.name) : t('app-shell.stop')
            }}</DialogTitle>
            <!-- Here from the start, so that what comes into it is read out. -->
            <div role="alert" data-testid="emergency">
              <ol
                v-if="answer"
                :key="answer.id"
                class="mt-2 list-decimal pl-7 text-xl leading-snug font-semibold"
              >
                <li v-for="step in answer.now" :key="step" class="mb-1.5">{{ told(step) }}</li>
              </ol>
            </div>
          </div>
          <button class="btn min-h-[4.5rem] shrink-0 px-5 text-lg" @click="emit('close')">
            {{ t('app-shell.close') }}
          </button>
        </div>
        <DialogDescription class="my-3 border-l-8 border-oxide bg-oxide-wash px-3 py-2 text-lg font-bold">
          {{ told(EMERGENCY_FIRST) }}
        </DialogDescription>
        <div class="grid grid-cols-2 gap-2">
          <button
            v-for="(one, at) in EMERGENCIES"
            :ref="(element) => at === 0 && isFirst(element)"
            :key="one.id"
            class="btn min-h-[4.5rem] text-lg whitespace-normal"
            :class="chosen === one.id ? 'border-ink bg-ink text-page' : ''"
            :aria-pressed="chosen === one.id"
            @click="choose(one.id)"
          >
            {{ told(one.name) }}
          </button>
        </div>
        <p class="mt-3 text-sm text-soft">{{ told(EMERGENCY_SOURCE) }}.</p>
      </DialogPanel>
    </div>
  </Dialog>
</template>
