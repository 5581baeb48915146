import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/moulds.json'

const above = z.number().positive()
/** What is known of moulds. */
export const MOULD_TABLE = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    moulds: z.array(
      z.strictObject({
        id: z.enum(['sand', 'plaster']),
        name: z.string(),
        conductivityWmK: above,
        densityKgm3: above,
        heatJkgK: above,
      }),
    ),
    coolDown: z.strictObject({
      smallMin: z.tuple([above, above]),
      blockyMin: above,
      blockyModulusMm: above,
      source: z.string(),
    }),
    sections: z.strictObject({
      thinMm: above,
      unevenRatio: above,
      leastHeadMm: above,
      draftDeg: z.tuple([above, above]),
      ventStopMm: above,
      source: z.string(),
    }),
  }),
  file,
)
