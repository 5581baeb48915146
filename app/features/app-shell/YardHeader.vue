<script setup lang="ts">
import { t } from '~/words'
import { Command, Redo2, Undo2 } from '~/shared/icons'
import { computed, defineAsyncComponent } from 'vue'
import { GroupMark } from '~/features/group'
import { useInGroup } from '~/shared/page/useInGroup'
import { useWrittenHeat } from '~/shared/heat/useWrittenHeat'
import { useUndo } from './useShortcuts'
import { useYard } from '~/storage/yard-store'
import YardMenu from './YardMenu.vue'

/** Knows alloys and metals: the first screen does without. */
const StageLine = defineAsyncComponent(() => import('./StageLine.vue'))

const emit = defineEmits<{ palette: []; shortcuts: [] }>()
const yard = useYard()
const inGroup = useInGroup()
const heat = useWrittenHeat()
const { undo, redo } = useUndo()
const canUndo = computed(() => yard.journal.cursor > 0)
const canRedo = computed(() => yard.journal.cursor < yard.journal.steps.length)
const saveState = computed(() => {
  if (yard.looking) return t('app-shell.read-only-status')
  if (yard.keeping === 'shut') return ''
  if (yard.keeping === 'nowhere') return t('app-shell.not-kept-status')
  if (yard.saveError) return t('app-shell.not-saved-status')
  if (yard.saving) return t('app-shell.saving')
  return yard.isEmpty ? '' : t('small.saved')
})
const nextUndo = computed(() => yard.journal.steps[yard.journal.cursor - 1]?.label)
</script>

<template>
  <header class="no-print border-b border-line bg-panel">
    <div class="mx-auto flex max-w-[90rem] flex-wrap items-center gap-x-3 gap-y-1 px-3 pt-2 sm:px-5">
      <NuxtLink to="/" class="stamp text-xl tracking-widest" :aria-label="t('app-shell.home-label')">
        {{ t('app-shell.hephaestal') }}
      </NuxtLink>
      <nav :aria-label="t('app-shell.more-pages-label')" class="ml-auto hidden items-center text-sm sm:flex">
        <NuxtLink to="/pile" class="btn btn-quiet">{{ t('app-shell.pile-page') }}</NuxtLink>
        <NuxtLink to="/day-plan" class="btn btn-quiet">{{ t('app-shell.day-page') }}</NuxtLink>
        <NuxtLink to="/alloys" class="btn btn-quiet">{{ t('app-shell.alloys') }}</NuxtLink>
        <NuxtLink to="/gear" class="btn btn-quiet">{{ t('app-shell.gear') }}</NuxtLink>
        <NuxtLink to="/handbook" class="btn btn-quiet">{{ t('app-shell.handbook') }}</NuxtLink>
      </nav>
      <div class="ml-auto flex items-center sm:ml-0">
        <GroupMark v-if="yard.ready && inGroup" />
        <button
          class="btn btn-quiet"
          :disabled="!canUndo"
          :title="nextUndo ? t('app-shell.undo-edit', { edit: nextUndo }) : t('app-shell.nothing-to-undo')"
          @click="undo"
        >
          <Undo2 :size="18" aria-hidden="true" /><span class="sr-only">{{ t('app-shell.undo') }}</span>
        </button>
        <button class="btn btn-quiet" :disabled="!canRedo" :title="t('app-shell.redo')" @click="redo">
          <Redo2 :size="18" aria-hidden="true" /><span class="sr-only">{{ t('app-shell.redo') }}</span>
        </button>
        <button class="btn btn-quiet" :title="t('app-shell.search-with-key')" @click="emit('palette')">
          <Command :size="18" aria-hidden="true" /><span class="sr-only">{{ t('app-shell.search') }}</span>
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
    <!-- As high as it will be: the page does not jump when it comes. -->
    <div v-if="yard.ready && (heat || yard.lots.length)" class="min-h-15"><StageLine /></div>
  </header>
</template>
