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
      ? t('melt.at-about-from', { mid: clock(mid), low: clock(low) })
      : t('melt.at-about-between', { mid: clock(mid), low: clock(low), high: clock(high) })
  return high === null
    ? t('melt.minutes-from', { mid: minutes(mid), low: minutes(low) })
    : t('melt.minutes-after-lighting', { mid: minutes(mid), low: minutes(low), high: minutes(high) })
}
