<script setup lang="ts">
import { Command, Redo2, Undo2 } from '@lucide/vue'
import { computed } from 'vue'
import { useHeat } from '~/shared/heat/useHeat'
import { useUndo } from './useShortcuts'
import { useYard } from '~/storage/yard-store'
import StageLine from './StageLine.vue'
import YardMenu from './YardMenu.vue'

const emit = defineEmits<{ palette: []; shortcuts: [] }>()
const yard = useYard()
const { heat } = useHeat()
const { undo, redo } = useUndo()
const canUndo = computed(() => yard.journal.cursor > 0)
const canRedo = computed(() => yard.journal.cursor < yard.journal.steps.length)
const saveState = computed(() => {
  if (yard.looking) return 'to look at'
  if (yard.keeping === 'shut') return ''
  if (yard.keeping === 'nowhere') return 'not kept'
  if (yard.saveError) return 'not saved'
  if (yard.saving) return 'saving…'
  return yard.isEmpty ? '' : 'saved'
})
const nextUndo = computed(() => yard.journal.steps[yard.journal.cursor - 1]?.label)
</script>

<template>
  <header class="no-print border-b border-line bg-panel">
    <div class="mx-auto flex max-w-[90rem] flex-wrap items-center gap-x-3 gap-y-1 px-3 pt-2 sm:px-5">
      <NuxtLink to="/" class="stamp text-xl tracking-widest" aria-label="Hephaestal, the yard">
        Hephaestal
      </NuxtLink>
      <nav aria-label="Beside the line" class="ml-auto hidden items-center text-sm sm:flex">
        <NuxtLink to="/pile" class="btn btn-quiet">What it can become</NuxtLink>
        <NuxtLink to="/together" class="btn btn-quiet">A day’s heats</NuxtLink>
        <NuxtLink to="/alloys" class="btn btn-quiet">Alloys</NuxtLink>
        <NuxtLink to="/gear" class="btn btn-quiet">Gear</NuxtLink>
        <NuxtLink to="/handbook" class="btn btn-quiet">Handbook</NuxtLink>
      </nav>
      <div class="ml-auto flex items-center sm:ml-0">
        <button
          class="btn btn-quiet"
          :disabled="!canUndo"
          :title="nextUndo ? `Undo: ${nextUndo}` : 'Nothing to undo'"
          @click="undo"
        >
          <Undo2 :size="18" aria-hidden="true" /><span class="sr-only">Undo</span>
        </button>
        <button class="btn btn-quiet" :disabled="!canRedo" title="Redo" @click="redo">
          <Redo2 :size="18" aria-hidden="true" /><span class="sr-only">Redo</span>
        </button>
        <button class="btn btn-quiet" title="Search (Ctrl K)" @click="emit('palette')">
          <Command :size="18" aria-hidden="true" /><span class="sr-only">Search</span>
        </button>
        <YardMenu @shortcuts="emit('shortcuts')" />
      </div>
      <p
        class="order-first text-right text-xs text-soft max-lg:hidden max-sm:order-none sm:order-last sm:w-16"
        data-testid="save-state"
      >
        {{ saveState }}
      </p>
    </div>
    <StageLine v-if="yard.ready && (heat || yard.lots.length)" />
  </header>
</template>
