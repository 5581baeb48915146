<script setup lang="ts">
import { t } from '~/words'
import { watch } from 'vue'
import { usePracticeScale } from './usePracticeScale'
import { useUnits } from '~/shared/units/useUnits'
/** The pretended scale: a figure as it stands, and metal by the handful. */
const props = defineProps<{ targetG: number }>()
const emit = defineEmits<{ reading: [massG: number | null] }>()
const { grams } = useUnits()
const { reading, overload, tare, put, empty } = usePracticeScale()
watch(reading, (now) => emit('reading', now?.stable ? now.massG : null), { immediate: true })
const HANDFULS = [100, 10, 1, 0.1] as const
/** Most of what is missing, as a hand pours it: a little more or less. */
const pour = () =>
  put(Math.max(0.1, (props.targetG - (reading.value?.massG ?? 0)) * (0.97 + 0.06 * Math.random())))
</script>

<template>
  <div class="slab p-3" data-testid="practice-scale">
    <div class="flex flex-wrap items-baseline justify-between gap-3">
      <p class="text-3xl font-bold" aria-live="off">
        <template v-if="overload">{{ t('charge.overload') }}</template>
        <template v-else-if="reading">{{ grams(reading.massG, 0.1) }}</template>
      </p>
      <p class="text-soft">
        {{ reading?.stable ? t('charge.practice-scale-steady') : t('charge.practice-scale-settling') }}
      </p>
    </div>
    <div class="mt-2 flex flex-wrap gap-2">
      <button type="button" class="btn" @click="pour">{{ t('charge.practice-pour-button') }}</button>
      <button v-for="size in HANDFULS" :key="size" type="button" class="btn" @click="put(size)">
        + {{ grams(size, 0.1) }}
      </button>
      <button v-for="size in [10, 1]" :key="-size" type="button" class="btn" @click="put(-size)">
        − {{ grams(size) }}
      </button>
      <button type="button" class="btn" @click="tare">{{ t('charge.tare') }}</button>
      <button type="button" class="btn" @click="empty">{{ t('charge.practice-empty-button') }}</button>
    </div>
    <p class="mt-2 text-xs text-soft">{{ t('charge.practice-scale-note') }}</p>
  </div>
</template>
