<script setup lang="ts">
import { t } from '~/words'
import { computed } from 'vue'
import type { ForecastSpan } from '#core/furnace-model'
import { clockWords } from '~/shared/units/dates'
import { counted } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { fireWords } from '~/shared/heat/fire-words'
import { stepWords } from './melt-words'
import { spanWords } from './forecast-words'
import { useForecastWords } from './useForecastWords'
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
  return t('melt.forecast-addition', { title, minutes: minutes(inS), timing: words(when) })
})
const { ready } = useForecastWords(props.forecast)
/** After the pour, by the clock. */
const held = computed(() => {
  const after = afterwards.value
  if (!after) return null
  const said = (span: ForecastSpan | null) =>
    span ? spanWords(span, { startMs: startMs.value, begun: true }) : t('melt.forecast-hardly')
  return {
    came: t('melt.forecast-actual', {
      temperature: degrees(window.value?.usualC ?? 0),
      time: clock(after.actualS),
    }),
    said: t('melt.forecast-said', { first: said(after.first), halfway: said(after.halfway) }),
    taught:
      after.heats === null
        ? t('melt.forecast-not-learned')
        : t('melt.forecast-learned', { heats: counted(after.heats, 'heat') }),
  }
})
/** Said where the fire is down or the lid off: what it was reckoned with, and what full fire would do. */
const asSet = computed(() => {
  if (!turned.value || isHot.value) return ''
  const { fire, lidOff } = setting.value
  const set = fireWords(fire)
  return [
    lidOff ? t('melt.forecast-fire-lid-off', { setting: set }) : t('melt.forecast-fire', { setting: set }),
    atFull.value ? t('melt.forecast-full-fire', { timing: words(atFull.value) }) : '',
  ].join(' ')
})
const molten = computed(() =>
  found.value?.moltenS && !isHot.value && !slowed.value
    ? t('melt.forecast-molten', { timing: words(found.value.moltenS) })
    : '',
)
const left = computed(() => {
  if (liftedS.value === null) return ''
  const seconds = Math.round(liftedS.value / 10) * 10
  return t('melt.lifted-time', {
    time:
      seconds >= 60
        ? t('melt.about-minutes-seconds', { minutes: Math.floor(seconds / 60), seconds: seconds % 60 })
        : t('melt.about-seconds', { seconds }),
    temperature: degrees(window.value?.fromC ?? 0),
  })
})
</script>

<template>
  <section v-if="asks" class="slab p-4" :aria-label="t('melt.forecast-heading')" data-testid="forecast">
    <h2 class="chalk mb-2">{{ t('melt.forecast-heading') }}</h2>
    <p v-if="fault" role="alert" class="text-oxide">{{ fault }}</p>
    <p v-else-if="distrusted">{{ t('melt.forecast-distrusted') }}</p>
    <p v-else-if="!found" class="text-soft">{{ t('melt.forecast-calculating') }}</p>
    <template v-else>
      <p class="text-lg font-bold" aria-live="polite">{{ ready }}</p>
      <p v-if="molten">{{ molten }}</p>
      <p v-if="asSet" data-testid="as-set">{{ asSet }}</p>
      <p v-if="addition" data-testid="next-addition">{{ addition }}</p>
      <p v-if="left" class="mt-1" data-testid="lifted">{{ left }}</p>
      <p v-if="strange" class="mt-1 border-l-8 border-amber bg-amber-wash px-3 py-1">
        {{ t('melt.readings-disagree') }}
      </p>
      <p v-if="slowed">{{ t('melt.forecast-slowed-why', { rate: degreesApart(slowed.cPerH) }) }}</p>
      <p v-else class="mt-1 text-sm text-soft">
        {{
          begun
            ? t('melt.forecast-basis-readings')
            : byItsHeats
              ? t('melt.forecast-basis-furnace')
              : t('melt.forecast-basis-kind')
        }}
      </p>
    </template>
  </section>
  <section
    v-if="held"
    class="slab p-4"
    :aria-label="t('melt.forecast-review-heading')"
    data-testid="forecast-held"
  >
    <h2 class="chalk mb-2">{{ t('melt.forecast-review-heading') }}</h2>
    <p class="text-lg font-bold">{{ held.came }}</p>
    <p>{{ held.said }}</p>
    <p class="mt-1 text-sm text-soft">{{ held.taught }}</p>
  </section>
</template>
