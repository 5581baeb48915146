import { seededRandom } from '#core/inference'

/** What a rehearsal lets happen. */
export const LEVELS = ['nothing', 'usual', 'much'] as const
export type Level = (typeof LEVELS)[number]

const NOISE_C = 1.5
/** Times the probe drops out, and how long, s; how fast it drifts, °C a minute. Estimates. */
const TROUBLE: Readonly<Record<Level, { dropouts: number; lastsS: number; driftCMin: number }>> = {
  nothing: { dropouts: 0, lastsS: 0, driftCMin: 0 },
  usual: { dropouts: 1, lastsS: 60, driftCMin: 0 },
  much: { dropouts: 3, lastsS: 90, driftCMin: -1.2 },
}
const WITHIN_S = 3600

/**
 * What the probe of a rehearsal shows: a little noise, and what is the matter with it.
 * @param celsius of the melt
 * @returns °C; null while it is gone
 * @example probeShows(1, 'nothing', 60, 700)?.toFixed(0) // '700'
 */
export function probeShows(seed: number, level: Level, atS: number, celsius: number): number | null {
  const { dropouts, lastsS, driftCMin } = TROUBLE[level]
  const random = seededRandom(seed)
  const drift = random.even() < 0.7 ? driftCMin : 0
  for (let one = 0; one < dropouts; one++) {
    const fromS = 600 + random.even() * WITHIN_S
    if (atS >= fromS && atS < fromS + lastsS) return null
  }
  const noise = seededRandom(seed * 7919 + Math.floor(atS)).normal()
  return celsius + (drift * atS) / 60 + NOISE_C * Math.max(-0.3, Math.min(0.3, noise / 3))
}
