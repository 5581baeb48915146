<script setup lang="ts">
import {
  Combobox,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
  Dialog,
  DialogPanel,
  DialogTitle,
} from '@headlessui/vue'
import { heatStamp } from '#core/heat'
import { STAGES } from './stages-words'
import { navigateTo } from '#imports'
import { computed, ref } from 'vue'
import { startHeat, useHeat } from '~/shared/heat/useHeat'
import { useUndo } from './useShortcuts'
import { useStopping } from '~/features/melt'
import { useYard } from '~/storage/yard-store'
import { isolated } from '~/shared/units/isolated'

/** One line to go anywhere or do anything. */
const emit = defineEmits<{ close: [] }>()
const yard = useYard()
const { heat } = useHeat()
const { undo, redo } = useUndo()
const query = ref('')

interface Command {
  id: string
  label: string
  hint: string
  run: () => unknown
}
const stopping = useStopping()
const commands = computed<Command[]>(() => [
  ...STAGES.map((stage) => ({
    id: stage.id,
    label: stage.name,
    hint: stage.question,
    run: () => navigateTo(stage.path(heat.value?.number ?? null)),
  })),
  {
    id: 'stop',
    label: 'Stop: something is wrong',
    hint: 'burn, spill, fire, fume: what to do now',
    run: () => (stopping.value = true),
  },
  { id: 'new', label: 'Start a heat', hint: 'the next number', run: () => startHeat() },
  {
    id: 'pile',
    label: 'What can this pile become?',
    hint: 'every alloy tried on the stock',
    run: () => navigateTo('/pile'),
  },
  {
    id: 'together',
    label: 'Plan heats together',
    hint: 'one pile, no lot promised twice',
    run: () => navigateTo('/together'),
  },
  {
    id: 'identify',
    label: 'What is this?',
    hint: 'clues to a piece of scrap',
    run: () => navigateTo('/identify'),
  },
  { id: 'scrap', label: 'Scrap book', hint: 'what scrap usually is', run: () => navigateTo('/scrap-book') },
  { id: 'alloys', label: 'Alloys', hint: 'limits and temperatures', run: () => navigateTo('/alloys') },
  {
    id: 'gear',
    label: 'Gear',
    hint: 'crucibles, furnaces, thermocouples, scales',
    run: () => navigateTo('/gear'),
  },
  {
    id: 'devices',
    label: 'Devices',
    hint: 'thermocouple, scale, analyser, to practise on or real',
    run: () => navigateTo('/devices'),
  },
  {
    id: 'mould',
    label: 'Sand and mould',
    hint: 'sand, shrink rule, check before the pour',
    run: () => navigateTo(heat.value ? `/heat/${heat.value.number}/mould` : '/'),
  },
  {
    id: 'learned',
    label: 'What my heats taught',
    hint: 'recoveries, yields, lots',
    run: () => navigateTo('/learned'),
  },
  {
    id: 'trends',
    label: 'Trends',
    hint: 'control charts, tramp elements, cost',
    run: () => navigateTo('/trends'),
  },
  { id: 'compare', label: 'Compare two heats', hint: 'point by point', run: () => navigateTo('/compare') },
  {
    id: 'labels',
    label: 'Labels and stamps',
    hint: 'ingots and bins, to print',
    run: () => navigateTo('/labels'),
  },
  {
    id: 'trouble',
    label: 'What went wrong?',
    hint: 'from what you see to the cause',
    run: () => navigateTo(heat.value ? `/heat/${heat.value.number}/trouble` : '/'),
  },
  { id: 'handbook', label: 'Handbook', hint: 'cautions', run: () => navigateTo('/handbook') },
  {
    id: 'emergencies',
    label: 'Emergencies',
    hint: 'read before there is fire',
    run: () => navigateTo('/handbook/emergencies'),
  },
  {
    id: 'practice-heats',
    label: 'Practice heats',
    hint: 'to learn by, from the easiest on',
    run: () => navigateTo('/handbook/practice-heats'),
  },
  {
    id: 'tables',
    label: 'Tables',
    hint: 'melting, pouring, yields, recoveries, colours of heat',
    run: () => navigateTo('/handbook/tables'),
  },
  {
    id: 'undo',
    label: 'Undo',
    hint: yard.journal.steps[yard.journal.cursor - 1]?.label ?? 'nothing to undo',
    run: undo,
  },
  {
    id: 'redo',
    label: 'Do again',
    hint: yard.journal.steps[yard.journal.cursor]?.label ?? 'nothing undone',
    run: redo,
  },
  ...yard.heats.map((entry) => ({
    id: entry.id,
    label: `${heatStamp(entry.number)} ${isolated(entry.title)}`,
    hint: entry.alloy?.name ?? 'no target yet',
    run: () => navigateTo(`/heat/${entry.number}/${entry.loggedAt ? 'assay' : 'charge'}`),
  })),
])
const found = computed(() => {
  const words = query.value.toLowerCase().split(/\s+/).filter(Boolean)
  return commands.value.filter(({ label, hint }) => {
    const text = `${label} ${hint}`.toLowerCase()
    return words.every((word) => text.includes(word))
  })
})
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
        <DialogTitle class="sr-only">Find or do anything</DialogTitle>
        <Combobox nullable @update:model-value="choose">
          <ComboboxInput
            class="w-full border-b border-line bg-panel px-4 py-3 text-lg"
            placeholder="Stage, heat, alloy or action"
            aria-label="Stage, heat or action"
            @change="query = $event.target.value"
          />
          <ComboboxOptions static class="max-h-96 overflow-auto py-1">
            <ComboboxOption v-for="command in found" :key="command.id" v-slot="{ active }" :value="command">
              <div class="flex justify-between gap-4 px-4 py-1.5" :class="active ? 'bg-well' : ''">
                <span class="font-semibold">{{ command.label }}</span>
                <span class="truncate text-sm text-soft">{{ command.hint }}</span>
              </div>
            </ComboboxOption>
          </ComboboxOptions>
        </Combobox>
        <p v-if="!found.length" class="px-4 py-3 text-soft">Nothing by that name.</p>
      </DialogPanel>
    </div>
  </Dialog>
</template>
