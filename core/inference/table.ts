import * as z from 'zod'
import { PRACTICES } from '#core/alloys'
import { elementSchema } from '#core/composition'
import { HUES } from '#core/heat'
import { tableOf } from '#core/records'
import file from '#data/shed-tests.json'

const positive = z.number().positive()
const source = z.string().min(1)
const perElement = z.record(elementSchema, z.number())
const practices = z.array(z.enum(PRACTICES)).min(1)
const points = z.array(z.tuple([z.number(), z.number()])).min(2)

export type Hue = (typeof HUES)[number]

/** Tests of the metal that say something of what it is made of. */
export const SHED_TESTS = [
  'density',
  'cooling',
  'resistance',
  'eddy',
  'hardness',
  'colour',
  'xrf',
  'laboratory',
] as const
export type ShedTest = (typeof SHED_TESTS)[number]

const groupSchema = z.strictObject({
  practices,
  base: elementSchema,
  /** of the pure metal, µΩ·cm at 20 °C */
  pure: positive,
  /** more for each wt% */
  slopes: perElement,
  /** zinc adds less the more there is: µΩ·cm for each wt% squared */
  zincBend: z.number().min(0).optional(),
  iron: z.strictObject({ slope: positive, dissolvesPct: positive }).optional(),
  spreadPct: positive,
})
export type ResistivityGroup = z.infer<typeof groupSchema>

const arrestSchema = z.strictObject({
  id: z.string(),
  base: elementSchema,
  with: elementSchema,
  celsius: positive,
  spreadC: positive,
  lowerWhenModifiedC: positive.optional(),
  source,
})
export type KnownArrest = z.infer<typeof arrestSchema>

export const SHED = tableOf(
  z.strictObject({
    version: z.number(),
    source,
    density: z.strictObject({
      source,
      /** specific volume lost, cm³/g for both shares as fractions, by base and partner */
      contraction: z.record(elementSchema, perElement),
      spreadPct: perElement,
      poresPct: positive,
    }),
    resistivity: z.strictObject({
      source,
      /** µΩ·cm for each degree: it hangs on the metal, hardly on what is dissolved in it */
      perKelvin: perElement,
      groups: z.array(groupSchema),
      iacsSource: source,
      iacs: z.record(z.string(), positive),
    }),
    hardness: z.array(
      z.strictObject({ practices, element: elementSchema, points, spreadPct: positive, source }),
    ),
    colour: z.strictObject({
      source,
      base: elementSchema,
      weights: perElement,
      hues: z.record(z.enum(HUES), z.tuple([z.number(), z.number()])),
      spread: positive,
    }),
    arrests: z.array(arrestSchema),
    tests: z.array(z.strictObject({ id: z.enum(SHED_TESTS), minutes: positive, cost: z.number().min(0) })),
  }),
  file,
)
