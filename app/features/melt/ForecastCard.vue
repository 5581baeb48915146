<script setup lang="ts">
import { t } from '~/words'
import { computed } from 'vue'
import type { Banded } from '#core/gear'
import { clockWords } from '~/shared/units/dates'
import { useUnits } from '~/shared/units/useUnits'
import type { MeltForecast } from './useForecast'

/** When the metal will be ready, as the clock on the wall says it; an estimate that every reading sharpens. */
const props = defineProps<{ forecast: MeltForecast }>()
const { found, fault, window, isHot, strange, liftedS, begun, startMs, asks } = props.forecast
const { degrees } = useUnits()
const clock = (seconds: number) => clockWords(new Date(startMs.value + seconds * 1000).toISOString())
const minutes = (seconds: number) => Math.max(1, Math.round(seconds / 60))
/** In clock times once it burns, in minutes from lighting before. */
const words = (span: Banded) =>
  begun.value
    ? t('melt.at-about-between', { mid: clock(span.mid), low: clock(span.low), high: clock(span.high) })
    : t('melt.minutes-after-lighting', {
        mid: minutes(span.mid),
        low: minutes(span.low),
        high: minutes(span.high),
      })
const ready = computed(() => {
  const target = window.value?.usualC
  if (!found.value || target === undefined) return ''
  if (isHot.value) return t('melt.it-is-hot-enough')
  const { reachesS } = found.value
  if (!reachesS) return t('melt.it-will-hardly-get-there', { target: degrees(target) })
  return t('melt.target-when', { target: degrees(target), when: words(reachesS) })
})
const molten = computed(() =>
  found.value?.moltenS && !isHot.value
    ? t('melt.molten-through-when', { when: words(found.value.moltenS) })
    : '',
)
const left = computed(() => {
  if (liftedS.value === null) return ''
  const seconds = Math.round(liftedS.value / 10) * 10
  return t('melt.once-lifted', {
    time:
      seconds >= 60
        ? t('melt.min-s', { minutes: Math.floor(seconds / 60), seconds: seconds % 60 })
        : t('melt.only-s', { seconds }),
    foot: degrees(window.value?.fromC ?? 0),
  })
})
</script>

<template>
  <section v-if="asks" class="slab p-4" :aria-label="t('melt.when-it-will-be-ready')" data-testid="forecast">
    <h2 class="chalk mb-2">{{ t('melt.when-it-will-be-ready') }}</h2>
    <p v-if="fault" role="alert" class="text-oxide">{{ fault }}</p>
    <p v-else-if="!found" class="text-soft">{{ t('melt.working-out-when') }}</p>
    <template v-else>
      <p class="text-lg font-bold" aria-live="polite">{{ ready }}</p>
      <p v-if="molten">{{ molten }}</p>
      <p v-if="left" class="mt-1" data-testid="lifted">{{ left }}</p>
      <p v-if="strange" class="mt-1 border-l-8 border-amber bg-amber-wash px-3 py-1">
        {{ t('melt.readings-are-of-no-full-fire') }}
      </p>
      <p class="mt-1 text-sm text-soft">
        {{ begun ? t('melt.every-reading-sharpens-it') : t('melt.by-the-furnace-alone') }}
      </p>
    </template>
  </section>
</template>
