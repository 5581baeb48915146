import { seededRandom } from '#core/statistics'
import type { Mishap } from './scenario'

const NOISE_C = 0.5
const MOST_SPREADS = 3

/**
 * What the probe of a rehearsal shows: a little noise, and what is the matter with it.
 * @param celsius of the melt
 * @returns °C; null while it is gone
 * @source noise is an estimate of a good K type with a logger
 * @example probeShows(1, [{ what: 'probe-out', atS: 0, lastsS: 90 }], 60, 700) // null
 */
export function probeShows(
  seed: number,
  mishaps: readonly Mishap[],
  atS: number,
  celsius: number,
): number | null {
  let shown = celsius
  for (const one of mishaps) {
    if (one.what === 'probe-out' && atS >= one.atS && atS < one.atS + one.lastsS) return null
    if (one.what === 'probe-drifts') shown += (one.cPerMin * atS) / 60
  }
  const noise = seededRandom(seed * 7919 + Math.floor(atS)).normal()
  return shown + NOISE_C * Math.max(-MOST_SPREADS, Math.min(MOST_SPREADS, noise))
}
