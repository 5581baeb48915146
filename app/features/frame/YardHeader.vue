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
  if (yard.looking) return t('frame.read-only-status')
  if (yard.keeping === 'shut') return ''
  if (yard.keeping === 'nowhere') return t('frame.not-kept-status')
  if (yard.saveError) return t('frame.not-saved-status')
  if (yard.saving) return t('frame.saving')
  return yard.isEmpty ? '' : t('small.saved')
})
const nextUndo = computed(() => yard.journal.steps[yard.journal.cursor - 1]?.label)
</script>

<template>
  <header class="no-print border-b border-line bg-panel">
    <div class="mx-auto flex max-w-[90rem] flex-wrap items-center gap-x-3 gap-y-1 px-3 pt-2 sm:px-5">
      <NuxtLink to="/" class="stamp text-xl tracking-widest" :aria-label="t('frame.home-label')">
        {{ t('frame.hephaestal') }}
      </NuxtLink>
      <nav :aria-label="t('frame.more-pages-label')" class="ml-auto hidden items-center text-sm sm:flex">
        <NuxtLink to="/pile" class="btn btn-quiet">{{ t('frame.pile-page') }}</NuxtLink>
        <NuxtLink to="/together" class="btn btn-quiet">{{ t('frame.day-page') }}</NuxtLink>
        <NuxtLink to="/alloys" class="btn btn-quiet">{{ t('frame.alloys') }}</NuxtLink>
        <NuxtLink to="/gear" class="btn btn-quiet">{{ t('frame.gear') }}</NuxtLink>
        <NuxtLink to="/handbook" class="btn btn-quiet">{{ t('frame.handbook') }}</NuxtLink>
      </nav>
      <div class="ml-auto flex items-center sm:ml-0">
        <GroupMark v-if="yard.ready && inGroup" />
        <button
          class="btn btn-quiet"
          :disabled="!canUndo"
          :title="nextUndo ? t('frame.undo-edit', { edit: nextUndo }) : t('frame.nothing-to-undo')"
          @click="undo"
        >
          <Undo2 :size="18" aria-hidden="true" /><span class="sr-only">{{ t('frame.undo') }}</span>
        </button>
        <button class="btn btn-quiet" :disabled="!canRedo" :title="t('frame.redo')" @click="redo">
          <Redo2 :size="18" aria-hidden="true" /><span class="sr-only">{{ t('frame.redo') }}</span>
        </button>
        <button class="btn btn-quiet" :title="t('frame.search-with-key')" @click="emit('palette')">
          <Command :size="18" aria-hidden="true" /><span class="sr-only">{{ t('frame.search') }}</span>
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
