import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/moulds.json'
import { MOULD_IDS } from './schema'

const above = z.number().positive()
const span = z.tuple([above, above])
/** What a mould is heated to before each metal, °C from and to; null where it is not heated. */
const preheat = span.nullable()

/** How a mould takes heat: sand and its like by conducting it away, metal and graphite as fast as it crosses the gap. */
const freezesSchema = z.discriminatedUnion('law', [
  z.strictObject({
    law: z.literal('conduction'),
    conductivityWmK: above,
    densityKgm3: above,
    heatJkgK: above,
  }),
  z.strictObject({ law: z.literal('contact'), heatTransferWm2K: above }),
])

const mouldSchema = z.strictObject({
  id: z.enum(MOULD_IDS),
  name: z.string(),
  freezes: freezesSchema,
  preheatC: z.strictObject({ Cu: preheat, Al: preheat, Zn: preheat, Sn: preheat }),
  /** where in the window of the metal it is poured */
  pourAt: z.enum(['window', 'cool end']),
  /** minutes until it is knocked out, small castings and blocky ones */
  leave: z.strictObject({ smallMin: span, blockyMin: above }),
  ready: z.string(),
  mind: z.string(),
})
export type MouldFacts = z.infer<typeof mouldSchema>

/** What is known of moulds. */
export const MOULD_TABLE = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    moulds: z.array(mouldSchema).length(MOULD_IDS.length),
    mouldSource: z.string(),
    coolDown: z.strictObject({ blockyModulusMm: above, source: z.string() }),
    parting: z.strictObject({
      items: z.array(z.strictObject({ name: z.string(), use: z.string() })).min(1),
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
