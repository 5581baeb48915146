<script setup lang="ts">
import { t } from '~/words'
import { computed, reactive, ref } from 'vue'
import { LEVELS, MARKS, type Lesson, type Level, type Mark } from '#core/rehearsal'
import { useNotices } from '~/shared/page/useNotices'
import { saveLesson } from './lessons'
import { LEVEL_WORDS, MARK_WORDS } from './rehearsal-words'
import { useRehearsalLedger } from './rehearsals-here'
import type { Rehearsed } from './useRehearsal'

/** Someone teaching makes a lesson of a heat: a goal, what it is held to, what happens; kept here and given away as a file. */
const props = defineProps<{ of: Rehearsed; alloy: string }>()
const ledger = useRehearsalLedger()
const { announce } = useNotices()
const draft = reactive({ name: '', goal: '', level: 'usual' as Level, marks: [...props.of.marks] as Mark[] })
const missing = ref(false)
const possible = computed(() =>
  MARKS.filter((mark) => mark !== 'density-index' || props.of.scenario.degassed),
)
async function give(): Promise<void> {
  missing.value = draft.name.trim() === ''
  if (missing.value) return
  const { scenario, base } = props.of
  const lesson: Lesson = {
    id: crypto.randomUUID(),
    name: draft.name.trim(),
    alloy: props.alloy,
    goal: draft.goal.trim(),
    scenario,
    base,
    level: draft.level,
    marks: MARKS.filter((mark) => draft.marks.includes(mark)),
  }
  await ledger.keepLesson(lesson)
  announce(t('rehearsal.lesson-saved', { fileName: saveLesson(lesson) }))
}
</script>

<template>
  <details class="slab max-w-2xl p-4">
    <summary class="cursor-pointer font-semibold">{{ t('rehearsal.make-lesson-button') }}</summary>
    <form class="mt-3 grid gap-3" novalidate @submit.prevent="give">
      <label class="block"
        ><span class="label">{{ t('rehearsal.lesson-name-label') }}</span>
        <input
          v-model="draft.name"
          class="field w-full"
          maxlength="120"
          :aria-invalid="missing"
          aria-describedby="lesson-missing"
        />
        <span v-if="missing" id="lesson-missing" role="alert" class="font-semibold text-oxide">{{
          t('rehearsal.lesson-needs-name')
        }}</span></label
      >
      <label class="block"
        ><span class="label">{{ t('rehearsal.lesson-purpose-label') }}</span>
        <textarea v-model="draft.goal" class="field w-full" rows="2" maxlength="600" />
      </label>
      <fieldset>
        <legend class="label">{{ t('rehearsal.marks-label') }}</legend>
        <label v-for="mark in possible" :key="mark" class="flex min-h-9 items-center gap-2"
          ><input v-model="draft.marks" type="checkbox" :value="mark" class="size-5 accent-(--ember)" />
          {{ MARK_WORDS[mark] }}</label
        >
      </fieldset>
      <fieldset>
        <legend class="label">{{ t('rehearsal.surprises-label') }}</legend>
        <label v-for="one in LEVELS" :key="one" class="flex min-h-9 items-center gap-2"
          ><input v-model="draft.level" type="radio" :value="one" class="size-5 accent-(--ember)" />
          {{ LEVEL_WORDS[one] }}</label
        >
      </fieldset>
      <button class="btn justify-self-start">{{ t('rehearsal.keep-lesson-button') }}</button>
    </form>
  </details>
</template>
