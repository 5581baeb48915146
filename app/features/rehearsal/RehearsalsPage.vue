<script setup lang="ts">
import { t } from '~/words'
import { computed, onMounted, ref } from 'vue'
import { readLesson, type KeptRehearsal, type Lesson } from '#core/rehearsal'
import FilePicker from '~/shared/fields/FilePicker.vue'
import { pickedFile } from '~/shared/fields/usePickedFile'
import { useNotices } from '~/shared/page/useNotices'
import { dayWords } from '~/shared/units/dates'
import { practiceLessons, saveLesson } from './lessons'
import { FAULT_WORDS } from './rehearsal-words'
import { useRehearsalLedger } from './rehearsals-here'

/** What was rehearsed and how it went: the practice heats, lessons of one's own, and the ledger of all that was kept. */
const ledger = useRehearsalLedger()
const { rows, own } = ledger
const { announce } = useNotices()
onMounted(() => void ledger.load())
const practice = practiceLessons()
const passed = ({ how, marks }: KeptRehearsal) => how === 'poured' && marks.every((mark) => mark.passed)
/** How far each lesson is: tries, and whether one of them reached all its marks. */
const standing = (lesson: Lesson) => {
  const tries = rows.value.filter((row) => row.of === lesson.id)
  const best = Math.max(0, ...tries.map(({ marks }) => marks.filter((mark) => mark.passed).length))
  return { tries: tries.length, done: tries.some(passed), best, of: lesson.marks.length }
}
const next = computed(() => practice.find((lesson) => !standing(lesson).done)?.id)
const file = ref<{ open: () => void }>()
const refused = ref('')
const FAULTS = {
  'not-json': t('rehearsal.file-not-json'),
  'no-lesson': t('rehearsal.file-no-lesson'),
  newer: t('rehearsal.file-newer'),
} as const
async function open(event: Event): Promise<void> {
  const chosen = pickedFile(event, 'rehearsal')
  if (!chosen) return
  refused.value = chosen.refused
  if (!chosen.file) return
  const read = readLesson(await chosen.file.text())
  if (typeof read === 'string') {
    refused.value = FAULTS[read]
    return
  }
  await ledger.keepLesson(read)
  announce(t('rehearsal.lesson-added', { lessonName: read.name }))
}
const wentHow = ({ how, faults, marks }: KeptRehearsal) => {
  if (how === 'stopped') return t('rehearsal.went-stopped')
  if (how === 'gave-way') return FAULT_WORDS['gave-way']
  const first = faults[0] as keyof typeof FAULT_WORDS | undefined
  if (first) return FAULT_WORDS[first]
  return marks.every((mark) => mark.passed) ? t('rehearsal.result-sound') : t('rehearsal.went-sound')
}
</script>

<template>
  <section>
    <h1 class="text-2xl font-bold">{{ t('rehearsal.rehearsals') }}</h1>
    <p class="mt-1 mb-4 max-w-3xl text-soft">{{ t('rehearsal.list-intro') }}</p>
    <p v-if="ledger.failed.value" role="alert" class="mb-3 text-oxide">{{ ledger.failed.value }}</p>

    <h2 class="chalk mb-2">{{ t('rehearsal.practice') }}</h2>
    <ol class="mb-6 grid gap-3 md:grid-cols-2 xl:grid-cols-3">
      <li
        v-for="lesson in practice"
        :key="lesson.id"
        class="slab flex flex-col gap-1 p-4"
        :class="lesson.id === next && 'border-ember'"
        :data-testid="`lesson-${lesson.id}`"
      >
        <h3 class="text-lg font-bold">{{ lesson.name }}</h3>
        <p class="flex-1 text-soft">{{ lesson.goal }}.</p>
        <p class="font-semibold" :class="standing(lesson).done ? 'text-patina' : ''">
          <template v-if="standing(lesson).done">{{
            t('rehearsal.all-marks', { tries: standing(lesson).tries })
          }}</template>
          <template v-else-if="standing(lesson).tries">{{
            t('rehearsal.best-marks', { best: standing(lesson).best, total: standing(lesson).of })
          }}</template>
          <template v-else>{{ t('rehearsal.not-tried') }}</template>
        </p>
        <NuxtLink
          :to="`/rehearse/${lesson.id}`"
          class="btn mt-1 self-start"
          :class="lesson.id === next ? 'btn-next' : ''"
          >{{ t('rehearsal.rehearse') }}<span class="sr-only">: {{ lesson.name }}</span></NuxtLink
        >
      </li>
    </ol>

    <h2 class="chalk mb-2">{{ t('rehearsal.own-lessons') }}</h2>
    <p v-if="!own.length" class="mb-2 text-soft">{{ t('rehearsal.no-own-lessons') }}</p>
    <ul v-else class="mb-3 grid gap-2" data-testid="own-lessons">
      <li v-for="lesson in own" :key="lesson.id" class="slab flex flex-wrap items-center gap-3 p-3">
        <span class="min-w-0 flex-1"
          ><b>{{ lesson.name }}</b> <span class="text-soft">{{ lesson.alloy }} {{ lesson.goal }}</span></span
        >
        <NuxtLink :to="`/rehearse/${lesson.id}`" class="btn">{{ t('rehearsal.rehearse') }}</NuxtLink>
        <button class="btn" @click="saveLesson(lesson)">{{ t('rehearsal.save-lesson-button') }}</button>
        <button class="btn btn-quiet underline" @click="ledger.dropLesson(lesson.id)">
          {{ t('rehearsal.delete-button') }}
        </button>
      </li>
    </ul>
    <FilePicker
      ref="file"
      :label="t('rehearsal.open-a-lesson')"
      accept=".json,application/json"
      @change="open"
    />
    <button class="btn mb-2" @click="file?.open()">{{ t('rehearsal.open-a-lesson') }}</button>
    <p v-if="refused" role="alert" class="mb-2 font-semibold text-oxide">{{ refused }}</p>

    <h2 class="chalk mt-6 mb-2">{{ t('rehearsal.ledger') }}</h2>
    <p v-if="!rows.length" class="text-soft">{{ t('rehearsal.ledger-empty') }}</p>
    <ul v-else class="slab divide-y divide-line" data-testid="rehearsal-ledger">
      <li v-for="row in rows" :key="row.id" class="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-3 py-2">
        <span class="w-28 text-soft">{{ dayWords(row.endedAt.slice(0, 10)) }}</span>
        <b class="min-w-40 flex-1">{{ row.name }}</b>
        <span>{{ t('rehearsal.minutes', { minutes: Math.round(row.minutes) }) }}</span>
        <span class="font-semibold" :class="passed(row) ? 'text-patina' : ''">{{
          t('rehearsal.marks-reached', {
            reached: row.marks.filter((mark) => mark.passed).length,
            total: row.marks.length,
          })
        }}</span>
        <span class="basis-full text-soft sm:basis-auto">{{ wentHow(row) }}</span>
        <button class="btn btn-quiet underline" @click="ledger.drop(row.id)">
          {{ t('rehearsal.delete-button') }}<span class="sr-only">: {{ row.name }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>
