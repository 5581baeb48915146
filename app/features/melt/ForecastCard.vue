<script setup lang="ts">
import { t } from '~/words'
import { computed } from 'vue'
import type { ForecastSpan } from '#core/furnace-model'
import { clockWords } from '~/shared/units/dates'
import { counted, hoursWords } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { fireWords } from '~/shared/heat/fire-words'
import { stepWords } from './melt-words'
import { spanWords } from './forecast-words'
import type { MeltForecast } from './useForecast'

/** When the metal will be ready, as the clock on the wall says it; an estimate that every reading sharpens. */
const props = defineProps<{ forecast: MeltForecast }>()
const {
  found,
  atFull,
  setting,
  turned,
  byItsHeats,
  fault,
  window,
  isHot,
  strange,
  liftedS,
  begun,
  startMs,
  asks,
  distrusted,
  nextAdded,
  nowMin,
  afterwards,
  slowed,
} = props.forecast
const { degrees, degreesApart, grams } = useUnits()
const clock = (seconds: number) => clockWords(new Date(startMs.value + seconds * 1000).toISOString())
const minutes = (seconds: number) => Math.max(1, Math.round(seconds / 60))
const words = (span: ForecastSpan) => spanWords(span, { startMs: startMs.value, begun: begun.value })
const addition = computed(() => {
  if (!nextAdded.value) return ''
  const { step, when } = nextAdded.value
  const { title } = stepWords(step, { grams, degrees, degreesApart, metal: null })
  const inS = Math.max(60, when.mid - 60 * nowMin.value)
  return t('melt.addition-in', { title, minutes: minutes(inS), when: words(when) })
})
/** After the pour, by the clock. */
const held = computed(() => {
  const after = afterwards.value
  if (!after) return null
  const said = (span: ForecastSpan | null) =>
    span ? spanWords(span, { startMs: startMs.value, begun: true }) : t('melt.hardly-at-all')
  return {
    came: t('melt.it-was-there-at', {
      target: degrees(window.value?.usualC ?? 0),
      at: clock(after.actualS),
    }),
    said: t('melt.the-forecast-had-said', { first: said(after.first), halfway: said(after.halfway) }),
    taught:
      after.heats === null
        ? t('melt.taught-not-yet')
        : t('melt.taught-now', { heats: counted(after.heats, 'heat') }),
  }
})
const ready = computed(() => {
  const target = window.value?.usualC
  if (!found.value || target === undefined) return ''
  if (isHot.value) return t('melt.it-is-hot-enough')
  if (slowed.value)
    return begun.value
      ? t('melt.forecast-slowed-by-clock', { target: degrees(target), time: clock(slowed.value.atS) })
      : t('melt.forecast-slowed-from-cold', {
          target: degrees(target),
          time: hoursWords(slowed.value.atS / 60),
        })
  const { reachesS } = found.value
  if (!reachesS) return t('melt.it-will-hardly-get-there', { target: degrees(target) })
  return t('melt.target-when', { target: degrees(target), when: words(reachesS) })
})
/** Said where the fire is down or the lid off: what it was reckoned with, and what full fire would do. */
const asSet = computed(() => {
  if (!turned.value || isHot.value) return ''
  const { fire, lidOff } = setting.value
  const set = fireWords(fire)
  return [
    lidOff ? t('melt.reckoned-with-fire-and-lid-off', { set }) : t('melt.reckoned-with-fire', { set }),
    atFull.value ? t('melt.all-up-from-now', { when: words(atFull.value) }) : '',
  ].join(' ')
})
const molten = computed(() =>
  found.value?.moltenS && !isHot.value && !slowed.value
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
    <p v-else-if="distrusted">{{ t('melt.no-forecast-by-a-liar') }}</p>
    <p v-else-if="!found" class="text-soft">{{ t('melt.working-out-when') }}</p>
    <template v-else>
      <p class="text-lg font-bold" aria-live="polite">{{ ready }}</p>
      <p v-if="molten">{{ molten }}</p>
      <p v-if="asSet" data-testid="as-set">{{ asSet }}</p>
      <p v-if="addition" data-testid="next-addition">{{ addition }}</p>
      <p v-if="left" class="mt-1" data-testid="lifted">{{ left }}</p>
      <p v-if="strange" class="mt-1 border-l-8 border-amber bg-amber-wash px-3 py-1">
        {{ t('melt.readings-are-of-no-full-fire') }}
      </p>
      <p v-if="slowed">{{ t('melt.forecast-slowed-why', { rate: degreesApart(slowed.cPerH) }) }}</p>
      <p v-else class="mt-1 text-sm text-soft">
        {{
          begun
            ? t('melt.every-reading-sharpens-it')
            : byItsHeats
              ? t('melt.by-the-furnace-alone')
              : t('melt.by-its-kind-alone')
        }}
      </p>
    </template>
  </section>
  <section
    v-if="held"
    class="slab p-4"
    :aria-label="t('melt.forecast-beside-what-came')"
    data-testid="forecast-held"
  >
    <h2 class="chalk mb-2">{{ t('melt.forecast-beside-what-came') }}</h2>
    <p class="text-lg font-bold">{{ held.came }}</p>
    <p>{{ held.said }}</p>
    <p class="mt-1 text-sm text-soft">{{ held.taught }}</p>
  </section>
</template>
