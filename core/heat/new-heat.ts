import { localDate } from '#core/records'
import type { Heat } from './schema'

/** Nine charges in ten keep each limit: margin enough for a kitchen scale. Engineering judgement. */
const DEFAULT_CONFIDENCE = 0.9

/**
 * An empty heat with the next number.
 * @param stamp id, time and time zone are handed in, so that the result can be repeated; the day is that of the zone
 * @param heats the heats there are; the new one gets the highest number + 1
 */
export function newHeat(
  stamp: { id: string; now: string; zone?: string },
  heats: readonly Pick<Heat, 'number'>[],
): Heat {
  return {
    id: stamp.id,
    createdAt: stamp.now,
    updatedAt: stamp.now,
    number: heats.reduce((highest, { number }) => Math.max(highest, number), 0) + 1,
    title: '',
    date: localDate(stamp.now, stamp.zone ?? 'UTC'),
    ...(stamp.zone ? { zone: stamp.zone } : {}),
    loggedAt: null,
    alloy: null,
    need: null,
    tapMassG: null,
    objective: 'cost',
    confidence: DEFAULT_CONFIDENCE,
    planLots: [],
    choices: {},
    recoveryOverrides: {},
    weighed: [],
    done: {},
    pour: {
      ingots: [],
      castingsG: null,
      returnsG: null,
      drossG: null,
      skullG: null,
      spillG: null,
      heelG: null,
      pourTemperatureC: null,
    },
    assays: [],
    remarks: '',
  }
}

/**
 * A heat's number as it is stamped.
 * @example heatStamp(13) // 'H-013'
 */
export function heatStamp(number: number): string {
  return `H-${String(number).padStart(3, '0')}`
}
