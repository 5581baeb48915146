import * as z from 'zod'
import { recordFields } from '#core/records'

const grams = z.number().min(0).max(1e8)
const note = z.string().max(2000)
const name = z.string().trim().min(1).max(120)

export const FUEL_IDS = ['propane', 'charcoal', 'electric'] as const

/** A furnace: what it burns, how hard, and how much of that reaches the metal. */
export const furnaceSchema = z.strictObject({
  ...recordFields,
  type: z.literal('furnace'),
  name,
  fuel: z.enum(FUEL_IDS),
  /** heat put in, kW: burnt fuel or current */
  powerKw: z.number().positive().max(1000),
  /** overrules the efficiency of its kind, fraction */
  efficiency: z.number().positive().max(1).nullable(),
  /** for a kilogram or a kilowatt-hour */
  pricePerUnit: z.number().min(0).max(1e6),
  /** the most it takes in one heat, whatever the crucible; null or not told for no such limit */
  takesG: grams.positive().nullable().optional(),
  note,
})

/** One look at a crucible: its weight, its wall, how it rings. */
export const crucibleCheckSchema = z.strictObject({
  at: z.iso.datetime(),
  massG: grams.nullable(),
  wallMm: z.number().positive().max(200).nullable(),
  sound: z.enum(['rings', 'dull', 'cracked']),
})

export const CRUCIBLE_MATERIALS = [
  'clay-graphite',
  'silicon-carbide',
  'graphite',
  'steel',
  'ceramic',
] as const

/** A melt that only rinsed the crucible of what it held before: clean metal, poured away. */
export const washHeatSchema = z.strictObject({
  at: z.iso.datetime(),
  /** what was melted in it */
  metal: z.string().max(120),
})

export const crucibleSchema = z.strictObject({
  ...recordFields,
  type: z.literal('crucible'),
  name,
  /** clay-graphite where it is not told */
  material: z.enum(CRUCIBLE_MATERIALS).optional(),
  /** how fast a home-made one may be heated and cooled, °C an hour; the usual where it is not told */
  rampCPerH: z.number().positive().max(5000).nullable().optional(),
  /** when a wash was put on a steel one */
  coats: z.array(z.iso.datetime()).max(1000).optional(),
  washHeats: z.array(washHeatSchema).max(500).optional(),
  /** pounds of aluminium it holds brim-full */
  number: z.number().positive().max(1000),
  /** measured with water, cm³ */
  brimCm3: z.number().positive().max(1e6).nullable(),
  /** base metal it is kept for; null while it is new */
  family: z.string().max(2).nullable(),
  /** heats it had before they were counted here */
  heatsBefore: z.number().int().min(0).max(100_000),
  firstFiredAt: z.iso.datetime().nullable(),
  /** where the first firing stands: the step, and when it was begun */
  firing: z.strictObject({ step: z.number().int().min(0).max(20), since: z.iso.datetime() }).nullable(),
  /** steps of the first firing that were left before their time, and why */
  firingCut: z
    .array(
      z.strictObject({
        step: z.number().int().min(0).max(20),
        at: z.iso.datetime(),
        leftMin: z.number().min(0).max(10_000),
        why: z.string().trim().min(1).max(300),
      }),
    )
    .max(40)
    .optional(),
  checks: z.array(crucibleCheckSchema).max(500),
  retiredAt: z.iso.datetime().nullable(),
  retiredWhy: z.string().max(300).optional(),
  note,
})

/** A thermocouple held against a metal that freezes at a known temperature. */
export const fixedPointCheckSchema = z.strictObject({
  at: z.iso.datetime(),
  point: z.string().max(4),
  readC: z.number().min(-50).max(2500),
})

export const thermocoupleSchema = z.strictObject({
  ...recordFields,
  type: z.literal('thermocouple'),
  name,
  kind: z.enum(['K', 'N', 'S', 'other']),
  checks: z.array(fixedPointCheckSchema).max(500),
  note,
})

export const scaleSchema = z.strictObject({
  ...recordFields,
  type: z.literal('scale'),
  name,
  stepG: z.number().positive().max(1e5),
  capacityG: grams.positive(),
  /** how far it may be off by its maker's word or one's own check, g; half a step where it is not told */
  errorG: grams.nullable().optional(),
  note,
})

/** An ingot mould, weighed empty once and for all. */
export const ingotMouldSchema = z.strictObject({
  ...recordFields,
  type: z.literal('ingot-mould'),
  name,
  /** null until it is weighed empty: ingots weighed in it wait for that */
  tareG: grams.positive().nullable(),
  /** outside length, width and height and the plate's thickness of a steel one, mm: what it weighs follows */
  steelMm: z
    .strictObject({
      length: z.number().positive().max(5000),
      width: z.number().positive().max(5000),
      height: z.number().positive().max(5000),
      wall: z.number().positive().max(200),
    })
    .nullable()
    .optional(),
  holdsCm3: z.number().positive().max(1e6).nullable(),
  note,
})

/** A piece of gear. */
export const gearSchema = z.discriminatedUnion('type', [
  furnaceSchema,
  crucibleSchema,
  thermocoupleSchema,
  scaleSchema,
  ingotMouldSchema,
])

export type Gear = z.infer<typeof gearSchema>
export type GearType = Gear['type']
export type Furnace = z.infer<typeof furnaceSchema>
export type Crucible = z.infer<typeof crucibleSchema>
export type CrucibleMaterial = (typeof CRUCIBLE_MATERIALS)[number]
export type CrucibleCheck = z.infer<typeof crucibleCheckSchema>
export type Thermocouple = z.infer<typeof thermocoupleSchema>
export type IngotMould = z.infer<typeof ingotMouldSchema>
export type FixedPointCheck = z.infer<typeof fixedPointCheckSchema>
export type Scale = z.infer<typeof scaleSchema>
export type FuelId = (typeof FUEL_IDS)[number]
