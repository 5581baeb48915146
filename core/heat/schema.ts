import * as z from 'zod'
import { alloySchema, PRACTICES } from '#core/alloys'
import { assaySchema } from '#core/assay'
import { metalNeedSchema } from '#core/casting'
import { CONCESSIONS } from '#core/charge'
import { compositionSchema, elementSchema, spreadSchema } from '#core/composition'
import { FORM_IDS, LOSS_WAYS } from '#core/losses'
import { chosenPracticeSchema, PRACTICE_AREAS } from '#core/melt'
import { recordFields } from '#core/records'
import { LOT_KINDS } from '#core/stock'
import { castSchema } from './cast-schema'
import { heatPlanSchema } from './heat-plan-schema'
import { logEntrySchema, MOST_LOGGED } from './log'

const grams = z.number().min(0).max(1e8)
const weight = grams.nullable()

/** What the caster decided about one lot while planning. */
export const lotChoiceSchema = z.strictObject({
  use: z.boolean(),
  capG: grams.nullable(),
  lockG: grams.nullable(),
  /** only whole pieces of this mass go in */
  pieceG: grams.positive().nullable().optional(),
})

/** A limit the caster moved for this heat: what the alloy says stays written beside it. */
export const overruledSchema = z.strictObject({
  element: elementSchema,
  bound: z.enum(['min', 'max']),
  was: z.number().min(0).max(100).nullable(),
})

/** A line on the scale: the real weight, with the lot as it was known when weighed. */
export const weighedLineSchema = z.strictObject({
  lotId: z.uuid(),
  name: z.string().max(120),
  kind: z.enum(LOT_KINDS),
  form: z.enum(FORM_IDS),
  plannedG: grams,
  massG: grams,
  pricePerKg: z.number().min(0).max(1e6),
  metallicYield: z.number().positive().max(1),
  composition: compositionSchema,
  sd: spreadSchema,
  at: z.iso.datetime(),
  /** the heat that made the lot, so that it is known when the bin is long empty */
  originHeatId: z.uuid().nullable().optional(),
})

export const ingotSchema = z.strictObject({
  id: z.uuid(),
  massG: grams,
  stamp: z.string().max(40),
  /** the mould it was poured into, and what both weighed together */
  mouldId: z.uuid().nullable().optional(),
  grossG: grams.nullable().optional(),
  /** the mould's name, for when it is gone */
  mould: z.string().max(120).optional(),
})

/** An ingot weighed in a mould that nobody has weighed empty. */
export const inMouldSchema = z.strictObject({
  id: z.uuid(),
  stamp: z.string().max(40),
  grossG: grams,
  mouldId: z.uuid().nullable(),
  mould: z.string().max(120),
  /** what the mould may weigh; null where nothing is known of it */
  tareG: z.strictObject({ fromG: grams, toG: grams }).nullable(),
})

export const TEST_KINDS = [
  'density',
  'hardness',
  'tensile',
  'bend',
  'ring',
  'colour',
  'fracture',
  'cooling',
  'resistance',
  'eddy',
] as const
/** Colours of a fresh file mark that tell copper alloys apart. */
export const HUES = ['red', 'red-gold', 'yellow', 'pale'] as const
/** Readings a cooling curve keeps. */
export const MOST_CURVE_POINTS = 3000
export const SPECIMEN_PLACES = ['not-told', 'first', 'last', 'top', 'bottom', 'chill', 'sand'] as const

/** What a caster sees at the pour, told with one press. */
export const SEEN = [
  'pour-interrupted',
  'metal-at-vent',
  'boiled-over',
  'misrun',
  'mould-cold',
  'bent-unbroken',
] as const
export type Seen = (typeof SEEN)[number]

/** One test of the metal that is no analysis; what does not belong to its kind is null. */
export const metalTestSchema = z.strictObject({
  id: z.uuid(),
  at: z.iso.datetime(),
  kind: z.enum(TEST_KINDS),
  place: z.enum(SPECIMEN_PLACES),
  /** density g/cm³, hardness number, bend angle °, where freezing began °C, conductivity % IACS */
  value: z.number().min(0).max(1e5).nullable(),
  /** hardness scale as it is called */
  scale: z.string().max(20),
  /** tensile: load at breaking, N, and section, mm² */
  loadN: z.number().min(0).max(1e8).nullable(),
  sectionMm2: z.number().positive().max(1e6).nullable(),
  brokeAt: z.enum(['not-told', 'middle', 'fillet', 'grip']),
  /** the bar itself was at fault: a pore, a fold, a sharp corner */
  barFault: z.boolean(),
  text: z.string().max(500),
  photos: z.array(z.uuid()).max(12),
  /** one standard deviation of the value, where the measuring tells it */
  sd: z.number().positive().max(1e5).optional(),
  hue: z.enum(HUES).optional(),
  /** a cooling curve as it was read: seconds, °C as shown, and the thermocouple */
  curve: z
    .strictObject({
      points: z
        .array(z.tuple([z.number().min(0).max(1e6), z.number().min(-50).max(3500)]))
        .max(MOST_CURVE_POINTS),
      probeId: z.uuid().nullable(),
    })
    .optional(),
  /** four-wire: A, mV, mm between the voltage edges, mm² and °C of the bar */
  wire: z
    .strictObject({
      amps: z.number().positive().max(1e4),
      millivolts: z.number().positive().max(1e6),
      lengthMm: z.number().positive().max(1e5),
      sectionMm2: z.number().positive().max(1e6),
      celsius: z.number().min(-50).max(400),
    })
    .optional(),
})

export const pourSchema = z.strictObject({
  ingots: z.array(ingotSchema).max(500),
  inMoulds: z.array(inMouldSchema).max(500).optional(),
  /** all castings together: added up from `castings` where these were written down */
  castingsG: weight,
  castings: z.array(castSchema).max(500).optional(),
  returnsG: weight,
  drossG: weight,
  skullG: weight,
  spillG: weight,
  heelG: weight,
  pourTemperatureC: z.number().min(0).max(3500).nullable(),
  /** of the skull, what is still in the crucible */
  stayedG: weight.optional(),
  /** taken out for the assay */
  samplesG: weight.optional(),
  /** in the mould when the pour was broken off */
  stoppedAtG: weight.optional(),
})

/** Kinds of evidence that a metal was inferred from. */
export const EVIDENCE = ['mass', 'density', 'liquidus', 'resistivity', 'hardness', 'colour'] as const

/** What a metal is by its charge, its weights and its tests, where no analyser saw it. */
export const inferredSchema = z.strictObject({
  at: z.iso.datetime(),
  /** wt% with one standard deviation */
  shares: z.record(
    elementSchema,
    z.strictObject({ pct: z.number().min(0).max(100), sd: z.number().min(0).max(100) }),
  ),
  by: z.array(z.enum(EVIDENCE)).max(10),
})

/** What is to be done otherwise next time. */
export const lessonSchema = z.strictObject({ causeId: z.string().max(60), at: z.iso.datetime() })

export const doneStepSchema = z.strictObject({
  at: z.iso.datetime(),
  skipped: z.boolean(),
})

/** One melt from charge to empty crucible. Every stage writes its own part and reads the earlier ones. */
export const heatSchema = z.strictObject({
  ...recordFields,
  number: z.number().int().min(1).max(999999),
  title: z.string().max(120),
  date: z.iso.date(),
  /** the time zone its day is told in, as the IANA database calls it */
  zone: z.string().max(60).optional(),
  loggedAt: z.iso.datetime().nullable(),
  alloy: alloySchema.nullable(),
  /** aims at no alloy: what it becomes is written as its alloy, until something names it */
  asItComes: z
    .strictObject({
      /** handled as this kind of metal; null for the kind that comes nearest */
      practice: z.enum(PRACTICES).nullable(),
      namedAt: z.iso.datetime().nullable(),
    })
    .optional(),
  /** ingots of earlier heats that went into it, by their ids */
  remelts: z.array(z.uuid()).max(500).optional(),
  need: metalNeedSchema.nullable(),
  tapMassG: z.number().positive().max(1e8).nullable(),
  /** what it freezes at, °C, typed or seen in the melt; goes before what the alloy says */
  liquidusC: z.number().min(-50).max(3500).nullable().optional(),
  objective: z.enum(['cost', 'virgin', 'nominal']),
  /** lots to be used up: with the aim "virgin", all other metal counts as virgin */
  useUp: z.array(z.uuid()).max(500).optional(),
  /** the melt is planned to be inside its limits with this probability; null for no margin */
  confidence: z.number().gt(0.5).lt(1).nullable(),
  /** whether the confidence is that of each limit, or of all together (where it is not told) */
  confidenceOf: z.enum(['each', 'all']).optional(),
  /** how far the melt may stay under the tap mass, % of it; 1 where it is not told */
  tapTolerancePct: z.number().min(0).max(50).optional(),
  /** what a line must save to be worth the walk, as a share of the charge's cost; 0.01 where it is not told */
  lineShare: z.number().min(0).max(1).optional(),
  /** the plan weighed by, g by lot, what it was the plan of, and what it had given up */
  planned: z
    .strictObject({
      of: z.string().max(40),
      lines: z.record(z.uuid(), grams),
      without: z.array(z.enum(CONCESSIONS)).max(10),
    })
    .optional(),
  /** the plan as it was computed last: every page reads it */
  plan: heatPlanSchema.optional(),
  /** the lots of the plan when the first was weighed: the rest stays with them as long as it can */
  planLots: z.array(z.uuid()).max(500),
  choices: z.record(z.uuid(), lotChoiceSchema),
  recoveryOverrides: z.record(z.string(), z.number().min(0).max(1)),
  /** metallic yields planned with in place of the usual ones, by form */
  yieldOverrides: z.record(z.string().max(40), z.number().positive().max(1)).optional(),
  /** doubt of the recoveries planned with, one standard deviation by element, in place of the usual */
  recoverySds: z.record(z.string(), z.number().min(0).max(1)).optional(),
  /** doubt of the metallic yields planned with, by form, in place of the usual */
  yieldSds: z.record(z.string().max(40), z.number().min(0).max(1)).optional(),
  /** the certainty leaves the doubt of the losses out */
  lossDoubt: z.literal('off').optional(),
  /** whose losses it is planned with; the yard's own way where it is not told */
  losses: z.enum(LOSS_WAYS).optional(),
  weighed: z.array(weighedLineSchema).max(500),
  done: z.record(z.string(), doneStepSchema),
  pour: pourSchema,
  assays: z.array(assaySchema).max(200),
  remarks: z.string().max(4000),
  /** limits of `alloy` that were moved for this heat */
  overruled: z.array(overruledSchema).max(60).optional(),
  /** at most so many lots */
  maxLots: z.number().int().min(1).max(500).nullable().optional(),
  /** pounds of aluminium the crucible holds brim-full */
  crucibleNo: z.number().positive().max(1000).nullable().optional(),
  crucibleId: z.uuid().nullable().optional(),
  /** told that nothing of the heat before stayed in the crucible, and when */
  potClean: z.iso.datetime().nullable().optional(),
  furnaceId: z.uuid().nullable().optional(),
  /** what it burnt, kg or kWh, and minutes from lighting to the pour */
  burnt: z
    .strictObject({
      amount: z.number().positive().max(1e5).nullable(),
      minutes: z.number().positive().max(1e5).nullable(),
    })
    .optional(),
  /** metal kept for it before it is weighed, g by lot */
  reserved: z.record(z.uuid(), grams).optional(),
  /** what happened at the furnace, in order of time */
  log: z.array(logEntrySchema).max(MOST_LOGGED).optional(),
  /** clocks of steps, and when each was started */
  clocks: z.record(z.string().max(60), z.iso.datetime()).optional(),
  cover: z.enum(['bare', 'charcoal', 'glass', 'glass-lid']).optional(),
  thermocoupleId: z.uuid().nullable().optional(),
  /** the school of each area, where it is not the usual one */
  practices: z.partialRecord(z.enum(PRACTICE_AREAS), chosenPracticeSchema).optional(),
  /** cautions read in this heat, and when */
  acknowledged: z.record(z.string().max(40), z.iso.datetime()).optional(),
  /** tests of the metal besides analyses */
  tests: z.array(metalTestSchema).max(200).optional(),
  /** what it is by all that was found out without an analysis; kept as it is logged */
  inferred: inferredSchema.optional(),
  /** causes of trouble that were found likely */
  lessons: z.array(lessonSchema).max(60).optional(),
  /** what was seen at the pour, and when it was told */
  seen: z.partialRecord(z.enum(SEEN), z.iso.datetime()).optional(),
  /** what was looked at before the pour, and when */
  lookedAt: z.record(z.string().max(40), z.iso.datetime()).optional(),
})

export type LotChoice = z.infer<typeof lotChoiceSchema>
export type WeighedLine = z.infer<typeof weighedLineSchema>
export type Ingot = z.infer<typeof ingotSchema>
export type InMould = z.infer<typeof inMouldSchema>
export type Pour = z.infer<typeof pourSchema>
export type MetalTest = z.infer<typeof metalTestSchema>
export type Overruled = z.infer<typeof overruledSchema>
export type Heat = z.infer<typeof heatSchema>
