<script setup lang="ts">
import { t, told } from '~/words'
import { SYMPTOMS } from '#core/troubles'
import TroubleDrawing from './TroubleDrawing.vue'

/** What is seen on a casting, to be pointed at. */
const symptom = defineModel<string | null>({ required: true })
</script>

<template>
  <div>
    <h2 class="chalk mb-2">{{ t('handbook.symptoms-heading') }}</h2>
    <ul class="grid grid-cols-2 gap-2 sm:grid-cols-3">
      <li v-for="one in SYMPTOMS" :key="one.id">
        <button
          type="button"
          class="grid h-full w-full content-start justify-items-center gap-1 border-2 bg-panel p-2 text-center text-sm leading-tight font-semibold"
          :class="symptom === one.id ? 'border-ember' : 'border-line'"
          :aria-pressed="symptom === one.id"
          @click="symptom = one.id"
        >
          <TroubleDrawing :drawing="one.drawing" class="size-16" />
          {{ told(one.name) }}
        </button>
      </li>
    </ul>
  </div>
</template>
