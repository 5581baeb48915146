import type { ForecastSpan } from '#core/furnace-model'
import { clockWords } from '~/shared/units/dates'
import { t } from '~/words'

/** Where a forecast's clock begins, and whether it burns already. */
export interface ForecastClock {
  startMs: number
  begun: boolean
}

/** A span as the clock on the wall says it once it burns, in minutes from lighting before; one without an end says so. */
export function spanWords({ low, mid, high }: ForecastSpan, { startMs, begun }: ForecastClock): string {
  const clock = (seconds: number) => clockWords(startMs + seconds * 1000)
  const minutes = (seconds: number) => Math.max(1, Math.round(seconds / 60))
  if (begun)
    return high === null
      ? t('melt.forecast-clock-open', { time: clock(mid), earliest: clock(low) })
      : t('melt.forecast-clock', { time: clock(mid), earliest: clock(low), latest: clock(high) })
  return high === null
    ? t('melt.forecast-minutes-open', { minutes: minutes(mid), least: minutes(low) })
    : t('melt.forecast-minutes', { minutes: minutes(mid), least: minutes(low), most: minutes(high) })
}
