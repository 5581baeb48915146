<script setup lang="ts">
import { t } from '~/words'
import { useRoute } from '#imports'
import { computed, onMounted, ref } from 'vue'
import { practiceLessons } from './lessons'
import RehearsalRoom from './RehearsalRoom.vue'
import { useRehearsalLedger } from './rehearsals-here'
import type { Rehearsed } from './useRehearsal'

/** A practice heat, or a lesson somebody made, rehearsed. */
const route = useRoute()
const ledger = useRehearsalLedger()
const looked = ref(false)
onMounted(async () => {
  await ledger.load()
  looked.value = true
})
const id = computed(() => String(route.params.lesson))
const lesson = computed(
  () =>
    practiceLessons().find((one) => one.id === id.value) ??
    ledger.own.value.find((one) => one.id === id.value) ??
    null,
)
const of = computed<Rehearsed | null>(() => {
  if (!lesson.value) return null
  const { name, scenario, base, marks } = lesson.value
  return { key: lesson.value.id, name, scenario, base, marks }
})
</script>

<template>
  <section>
    <div class="mb-2 flex flex-wrap items-center gap-4">
      <div class="min-w-0 flex-1">
        <h1 class="text-xl font-bold">{{ lesson?.name ?? t('rehearsal.rehearsals') }}</h1>
        <p v-if="lesson" class="text-soft">{{ lesson.alloy }} · {{ lesson.goal }}</p>
      </div>
      <NuxtLink to="/rehearsals" class="btn">{{ t('rehearsal.rehearsals') }}</NuxtLink>
    </div>
    <RehearsalRoom
      :key="id"
      :of="of"
      :waiting="looked ? t('rehearsal.no-lesson') : t('rehearsal.loading')"
      v-bind="lesson ? { fixedLevel: lesson.level } : {}"
    />
  </section>
</template>
