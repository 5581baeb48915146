import { t } from '~/words'
import { computed } from 'vue'
import type { ForecastSpan } from '#core/furnace-model'
import { clockWords } from '~/shared/units/dates'
import { hoursWords } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { spanWords } from './forecast-words'
import type { MeltForecast } from './useForecast'

/** When the metal will be ready, as one sentence; empty while nothing is forecast. */
export function useForecastWords({ found, window, isHot, slowed, begun, startMs }: MeltForecast) {
  const { degrees } = useUnits()
  const clock = (seconds: number) => clockWords(new Date(startMs.value + seconds * 1000).toISOString())
  const words = (span: ForecastSpan) => spanWords(span, { startMs: startMs.value, begun: begun.value })
  const ready = computed(() => {
    const target = window.value?.usualC
    if (!found.value || target === undefined) return ''
    if (isHot.value) return t('melt.hot-enough')
    if (slowed.value)
      return begun.value
        ? t('melt.forecast-slowed-by-clock', { target: degrees(target), time: clock(slowed.value.atS) })
        : t('melt.forecast-slowed-from-cold', {
            target: degrees(target),
            time: hoursWords(slowed.value.atS / 60),
          })
    const { reachesS } = found.value
    if (!reachesS) return t('melt.forecast-never', { temperature: degrees(target) })
    return t('melt.forecast-ready', { temperature: degrees(target), timing: words(reachesS) })
  })
  return { ready }
}
