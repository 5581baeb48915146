import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/day.json'

const share = z.number().min(0).max(1)
const minutes = z.number().min(0).max(600)

/** What a day at the furnace is reckoned with where nothing is known. */
export const DAY = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    wallShare: share,
    wallSource: z.string(),
    keepsWarm: share,
    keepsSource: z.string(),
    turnMinutes: minutes,
    washShare: share,
    washMinutes: minutes,
    washSource: z.string(),
    leftShare: share,
    leftSource: z.string(),
  }),
  file,
)
