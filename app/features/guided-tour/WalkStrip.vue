<script setup lang="ts">
import { t } from '~/words'
import { useWalk } from './useWalk'
import { WALK } from './walk-words'

/** What to do at this stop of the walk, and the way on; it stands above the page and is no part of it. */
const { walking, heat, step, done, here, to, end } = useWalk()
</script>

<template>
  <aside
    v-if="walking && step && heat"
    class="no-print border-b-4 border-ember bg-amber-wash px-3 py-2 sm:px-5"
    :aria-label="t('guided-tour.strip-label')"
    data-testid="walk"
  >
    <div class="mx-auto flex max-w-[90rem] flex-wrap items-center gap-x-4 gap-y-2">
      <p class="min-w-0 flex-1 basis-72">
        <b>{{
          t('guided-tour.step-line', { step: walking.step + 1, count: WALK.length, name: step.name })
        }}</b>
        {{ step.what }}
      </p>
      <NuxtLink v-if="!here" :to="step.path(heat.number)" class="btn">{{
        t('guided-tour.back-button')
      }}</NuxtLink>
      <button
        v-if="walking.step < WALK.length - 1"
        class="btn"
        :class="{ 'btn-next': done }"
        @click="to(walking.step + 1)"
      >
        {{ done ? t('guided-tour.next-button') : t('guided-tour.skip-button') }}:
        {{ WALK[walking.step + 1]!.name }}
      </button>
      <button class="btn" :class="{ 'btn-next': walking.step === WALK.length - 1 }" @click="end">
        {{ t('guided-tour.end-the-walk') }}<span class="sr-only">: {{ t('guided-tour.end-hint') }}</span>
      </button>
    </div>
  </aside>
</template>
