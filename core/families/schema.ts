import * as z from 'zod'
import { GROUPS, PRACTICES } from '#core/alloys'
import { elementSchema } from '#core/composition'

/** Metals that a practice is known for. */
export const METALS = ['Cu', 'Al', 'Zn', 'Sn'] as const
export type FamilyMetal = (typeof METALS)[number]

/** Places that a lot can have in the order of additions. */
export const ADDITIONS = [
  'copper',
  'bronze',
  'light',
  'silicon',
  'master',
  'aluminium',
  'tin',
  'lead',
  'brass',
  'zinc',
  'phosphor',
  'magnesium',
  'antimony',
] as const
export type Addition = (typeof ADDITIONS)[number]

/** What is done to a melt between its additions. */
const TREATMENTS = ['cover', 'flux', 'stir', 'top-up', 'refine', 'degas', 'rest', 'deoxidise'] as const
export type Treatment = (typeof TREATMENTS)[number]

const pct = z.number().min(0).max(100)
const source = z.string().min(1)
const minutes = z.tuple([z.number().positive(), z.number().positive()])

/** An addition in its place in the order. */
const additionSchema = z.strictObject({
  add: z.enum(ADDITIONS),
  /** what has to be seen before the next step */
  hold: z.literal('dissolved').optional(),
  minutes: minutes.optional(),
  /** burns off a hot melt: goes in at the lowest heat that keeps it liquid, a large one in parts */
  burns: z.literal(true).optional(),
  /** takes the deoxidant out of the order, where the family takes one: it goes in last of all */
  deoxidant: z.literal(true).optional(),
  /** area of practice that says how it goes in */
  school: z.literal('zinc').optional(),
  /** the melt is held between these until it has dissolved, °C */
  atC: z.tuple([z.number(), z.number()]).optional(),
  cautions: z.array(z.string()).optional(),
})
const treatmentSchema = z.strictObject({ do: z.enum(TREATMENTS), minutes: minutes.optional() })

const classRuleSchema = z.strictObject({
  as: z.enum(ADDITIONS),
  /** any one of these makes it so; the shares of several elements are added up */
  any: z
    .array(
      z.strictObject({ of: z.array(elementSchema).min(1), over: pct.optional(), atLeast: pct.optional() }),
    )
    .optional(),
  forms: z.array(z.string()).optional(),
  why: z.string().optional(),
})

const points = z.array(z.tuple([z.number(), z.number()])).min(2)
const perElement = z.record(elementSchema, z.number())
const most = z.record(z.string(), z.number().positive())
const celsius = z.number().positive()
const liquidusSchema = z.discriminatedUnion('model', [
  z.strictObject({
    model: z.literal('copper'),
    source,
    pureC: celsius,
    tin: points,
    slopes: perElement,
    most,
    spreadC: celsius,
    mixedSpreadC: celsius,
    siliconSpreadC: celsius,
  }),
  z.strictObject({
    model: z.literal('aluminium'),
    source,
    pureC: celsius,
    slopes: perElement,
    most,
    eutectic: z.strictObject({ siliconPct: pct, celsius, slopeBeyond: celsius }),
    spreadC: celsius,
    eutecticSpreadC: celsius,
    beyondSpreadC: celsius,
  }),
  z.strictObject({ model: z.literal('zinc'), source, aluminium: points, most, spreadC: celsius }),
  z.strictObject({
    model: z.literal('tin'),
    source,
    pureC: celsius,
    antimonySlope: z.number(),
    copper: points,
    most,
    spreadC: celsius,
  }),
])
export type LiquidusModel = z.infer<typeof liquidusSchema>

const metalSchema = z.strictObject({
  name: z.string(),
  orderSource: source,
  /** additions and treatments in the order they are done; what stands before the first addition goes with it */
  course: z.array(z.union([additionSchema, treatmentSchema])),
  /** the first rule that holds gives a lot its place; the last one always does */
  classify: z.array(classRuleSchema).min(1),
  /** melted down whole before anything goes in, or from a pool that takes the rest */
  begins: z.enum(['whole', 'pool']),
  cautions: z.strictObject({
    ready: z.array(z.string()),
    temperature: z.array(z.string()),
    /** with every addition */
    adding: z.array(z.string()),
    /** with additions that hold more than so much of an element */
    holding: z.array(z.strictObject({ element: elementSchema, over: pct, caution: z.string() })),
    /** swarf and foil of light metal burn in the flame above it */
    fine: z.boolean(),
  }),
  /** its colour tells how hot it is */
  glows: z.boolean(),
  /** hydrogen is bubbled out of it */
  degassed: z.boolean(),
  /** what burns off it fast enough to be followed by the log */
  loses: z.array(z.enum(['Zn', 'Mg'])),
  /** fraction of each element that ends in the melt */
  recovery: z.record(elementSchema, z.number().min(0).max(1)),
  /** alloys that lose their elements alike, by the zinc they want; none where no yard's heats are learned from */
  lossFamilies: z.array(
    z.strictObject({ id: z.string(), zincUpToPct: pct, zinc: z.number().min(0).max(1).optional() }),
  ),
  liquidus: liquidusSchema,
  /** volume lost on freezing; left out where none is known, and then no riser is told */
  freezingShrinkage: z.strictObject({ pct, source }).optional(),
  /** what builds up in metal that goes round */
  tramps: z.array(elementSchema),
  /** what does not dissolve in it, or not all of it */
  unmixed: z.array(z.strictObject({ element: elementSchema, overPct: pct, source })).optional(),
  /** needles and sludge of iron */
  iron: z
    .strictObject({
      overPct: pct,
      leastMnPerFe: z.number(),
      mostSludge: z.number(),
      sludge: perElement,
      source,
    })
    .optional(),
  /** lots with more zinc than this, and not zinc itself, are not what they were taken for */
  zincDieCastings: z.strictObject({ overPct: pct, source }).optional(),
  /** the family to take where nothing more is told; the first that holds */
  everyday: z.array(z.strictObject({ practice: z.enum(PRACTICES), overZincPct: pct.optional() })).min(1),
})
export type MetalFacts = z.infer<typeof metalSchema>

const familySchema = z.strictObject({
  metal: z.enum(METALS),
  group: z.enum(GROUPS),
  /** to pour above the liquidus: at least, usually, at most, °C */
  superheatC: z.tuple([z.number(), z.number(), z.number()]),
  source: source.optional(),
  /** the same for heavy and for thin castings: least and most, °C above the liquidus */
  heavyC: z.tuple([z.number(), z.number()]),
  thinC: z.tuple([z.number(), z.number()]),
  /** temperatures to pour at where the liquidus is too doubtful to count from, °C */
  absoluteC: z
    .strictObject({ heavy: z.tuple([z.number(), z.number()]), thin: z.tuple([z.number(), z.number()]) })
    .optional(),
  /** never hotter than this, °C */
  mostC: z.number().optional(),
  wallSource: source.optional(),
  /** linear, percent of the pattern's length; null where no table names it */
  shrinkagePct: z.tuple([pct, pct]).nullable(),
  /** what spoils it: keys of `poisons` */
  poisons: z.array(z.string()),
  /** oxygen is taken out of it with phosphorus */
  phosphorDeoxidised: z.boolean(),
})

/** The one table of what each kind of metal is and how it is handled. */
export const familiesSchema = z.strictObject({
  version: z.literal(2),
  source,
  recoverySource: source,
  shrinkageSource: source,
  metals: z.record(z.enum(METALS), metalSchema),
  poisons: z.record(
    z.string(),
    z.strictObject({ elements: z.array(elementSchema).min(1), overPct: pct, source }),
  ),
  families: z.record(z.enum(PRACTICES), familySchema),
})
