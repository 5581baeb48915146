import * as z from 'zod'
import { limitsSchema, PRACTICES } from '#core/alloys'
import { MOULD_IDS } from '#core/casting'
import { compositionSchema } from '#core/composition'
import { COVERS, type CoverId } from '#core/melt'

const grams = z.number().min(0).max(1e6)
const degrees = z.number().min(0).max(2000)
const seconds = z.number().min(0).max(1e5)
const above = z.number().positive().max(1e6)
const share = z.number().min(0).max(1)
const name = z.string().max(120)

const lotSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name,
  massG: grams,
  /** fraction 0–1; what is not metal becomes dross */
  metallicYield: share,
  /** wt% */
  composition: compositionSchema,
  /** the step of the run sheet it goes in with */
  step: z.string().max(60).exactOptional(),
})
/** One lot of the charge, as it goes in. */
export type RehearsalLot = z.infer<typeof lotSchema>

/** Something that happens without anybody's doing. */
export const mishapSchema = z.discriminatedUnion('what', [
  /** damp inside: put cold under a melt it spits */
  z.strictObject({ what: z.literal('damp'), lot: z.string().max(60) }),
  /** the crucible lets metal through from then on */
  z.strictObject({ what: z.literal('weeps'), atS: seconds }),
  /** the bottle nears its end: the fire falls off until another is put on */
  z.strictObject({ what: z.literal('gas-low'), atS: seconds }),
  /** whoever helps at the pour is not there before */
  z.strictObject({ what: z.literal('helper-late'), toldS: seconds, atS: seconds }),
  z.strictObject({ what: z.literal('probe-out'), atS: seconds, lastsS: seconds }),
  /** °C a minute */
  z.strictObject({ what: z.literal('probe-drifts'), cPerMin: z.number().min(-20).max(20) }),
])
export type Mishap = z.infer<typeof mishapSchema>
export type MishapKind = Mishap['what']

const sectionSchema = z.strictObject({
  name,
  thinMm: above,
  massG: above,
  /** its heaviest section, where nothing feeds that: told only then */
  unfedMm: above.exactOptional(),
})
/** One casting as far as it fills and is fed: its sections, and what it weighs. */
export type CastSection = z.infer<typeof sectionSchema>

export const scenarioSchema = z.strictObject({
  practice: z.enum(PRACTICES),
  limits: limitsSchema,
  /** published or typed, °C; estimated from what is in the pot where left out */
  liquidusC: degrees,
  solidusC: degrees,
  window: z.strictObject({ fromC: degrees, usualC: degrees, toC: degrees }),
  /** in the order they should go in; the first group is charged before the fire */
  lots: z.array(lotSchema).min(1).max(40).readonly(),
  /** how many of them lie in the pot from the beginning */
  begins: z.number().int().min(1).max(40),
  /** oxygen is taken out with phosphorus */
  deoxidised: z.boolean(),
  /** hydrogen is bubbled out of it */
  degassed: z.boolean(),
  crucibleG: grams,
  brimCm3: above,
  /** as two nodes see it, as in #core/furnace-model */
  furnace: z.strictObject({
    powerKw: z.number().min(0).max(1000),
    enters: share,
    direct: share,
    liningKJK: above,
    lossWK: z.number().min(0).max(1e4),
    exchangeWK: above,
    responseS: above,
  }),
  fuel: z.enum(['propane', 'charcoal', 'electric']).exactOptional(),
  /** left out: nothing happens by itself, and every cold piece is taken for damp */
  mishaps: z.array(mishapSchema).max(40).readonly().exactOptional(),
  castings: z.array(sectionSchema).max(40).readonly().exactOptional(),
  mould: z.enum(MOULD_IDS).exactOptional(),
})
/** A heat to be rehearsed: this charge, this furnace, this crucible. */
export type Scenario = z.infer<typeof scenarioSchema>

const coverIds = COVERS.map(({ id }) => id) as [CoverId, ...CoverId[]]
const at = { atS: seconds }
/** Something the caster does, at a moment since lighting, s. */
export const actSchema = z.discriminatedUnion('do', [
  z.strictObject({ ...at, do: z.literal('power'), to: share }),
  z.strictObject({ ...at, do: z.literal('lid'), on: z.boolean() }),
  z.strictObject({ ...at, do: z.literal('add'), lot: z.string().max(60), preheated: z.boolean() }),
  /** zinc put back, beside the charge */
  z.strictObject({ ...at, do: z.literal('zinc'), massG: grams, preheated: z.boolean() }),
  z.strictObject({ ...at, do: z.literal('cover'), cover: z.enum(coverIds) }),
  /** a tool that was not preheated goes into the melt */
  z.strictObject({ ...at, do: z.literal('cold-tool') }),
  z.strictObject({ ...at, do: z.literal('stir') }),
  z.strictObject({ ...at, do: z.literal('skim') }),
  z.strictObject({ ...at, do: z.literal('degas'), minutes: z.number().min(0).max(240) }),
  z.strictObject({ ...at, do: z.literal('deoxidise') }),
  /** another bottle of gas */
  z.strictObject({ ...at, do: z.literal('bottle') }),
  z.strictObject({ ...at, do: z.literal('lift') }),
  /** @param fallMm from the lip to the mould */
  z.strictObject({ ...at, do: z.literal('pour'), fallMm: z.number().min(0).max(2000).exactOptional() }),
  /** something is wrong: fire off, stand back, leave it */
  z.strictObject({ ...at, do: z.literal('stop') }),
])
export type Act = z.infer<typeof actSchema>

/** What happened, in the words of a key. */
export const HAPPENED = [
  'flare',
  'spat',
  'frozen',
  'molten',
  'poured',
  'weeps',
  'gave-way',
  'gas-low',
  'helper-late',
  'helper-here',
  'stopped',
] as const
export type Happened = (typeof HAPPENED)[number]

/** What is wrong with a casting that came of it, or with how it was done. */
export const CASTING_FAULTS = [
  'misrun',
  'cold-shut',
  'burnt-sand',
  'gas-pores',
  'steam-pores',
  'oxide-skins',
  'shrinkage',
  'out-of-limits',
  'nothing-poured',
  'lots-left',
  'poured-alone',
  'gave-way',
] as const
export type CastingFault = (typeof CASTING_FAULTS)[number]
