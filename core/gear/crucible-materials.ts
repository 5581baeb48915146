import * as z from 'zod'
import { byId } from '#core/lists'
import { tableOf } from '#core/records'
import care from '#data/crucible-care.json'
import file from '#data/crucible-materials.json'
import { CRUCIBLE_MATERIALS, type Crucible, type CrucibleMaterial } from './schema'

const above = z.number().positive()
const stepSchema = z.strictObject({
  id: z.string(),
  what: z.string(),
  toC: above,
  minutes: above,
  why: z.string(),
})
/** A step of the first firing of a crucible. */
export type FiringStep = z.infer<typeof stepSchema>

const BEARS = ['ok', 'washed', 'never'] as const
const materialSchema = z.strictObject({
  id: z.enum(CRUCIBLE_MATERIALS),
  name: z.string(),
  firing: z.enum(['steps', 'dry', 'wash', 'ramp']),
  /** whether it may hold each metal: as it is, only under a wash, or never */
  metals: z.strictObject({ Cu: z.enum(BEARS), Al: z.enum(BEARS), Zn: z.enum(BEARS), Sn: z.enum(BEARS) }),
  mind: z.string(),
})
export type MaterialFacts = z.infer<typeof materialSchema>

const table = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    materials: z.array(materialSchema).length(CRUCIBLE_MATERIALS.length),
    ramp: z.strictObject({ usualCPerH: above, source: z.string() }),
    dry: z.array(stepSchema).min(1),
    wash: z.array(stepSchema).min(1),
    ironFromSteel: z.strictObject({
      /** what liquid aluminium can dissolve of iron, °C and wt% */
      solubilityPct: z.array(z.tuple([above, above])).min(2),
      /** mass transfer through the wetted wall, m/s, at `atC` */
      rateMs: above,
      atC: above,
      activationKJmol: above,
      /** it may be so many times slower or faster */
      factor: z.number().min(1),
      /** share of it that gets through a sound wash */
      washLeaves: z.number().min(0).max(1),
      /** molten metal usually stays so long in the pot, min */
      usualMinutes: above,
      source: z.string(),
    }),
  }),
  file,
)

/** What crucibles are made of. */
export const MATERIALS: readonly MaterialFacts[] = table.materials
export const MATERIAL_SOURCE = table.source
/** How fast a home-made ceramic may be heated and cooled where its own is not told. */
export const USUAL_RAMP = table.ramp
export const IRON_FROM_STEEL = table.ironFromSteel

/** The steps of a first firing of clay-graphite and silicon carbide. */
export const FIRST_FIRE: readonly FiringStep[] = care.firstFire

/** Of most that is not told: clay-graphite is what a shed usually has. */
const USUAL: CrucibleMaterial = 'clay-graphite'

/**
 * What is known of the stuff a crucible is made of; where that is not told, of the usual one.
 * @example materialOf({}).id // 'clay-graphite'
 */
export const materialOf = ({ material }: Pick<Crucible, 'material'>): MaterialFacts =>
  byId(MATERIALS, material ?? USUAL)

/**
 * What a new crucible goes through before its first metal, by what it is made of; a home-made ceramic at its own ramp.
 * @returns steps, each with the minutes it takes from the one before
 * @source data/crucible-care.json, data/crucible-materials.json: common practice
 * @example firingOf({ material: 'ceramic', rampCPerH: 100 })[0].minutes // 105
 */
export function firingOf({
  material,
  rampCPerH,
}: Pick<Crucible, 'material' | 'rampCPerH'>): readonly FiringStep[] {
  switch (materialOf({ material }).firing) {
    case 'dry':
      return table.dry
    case 'wash':
      return table.wash
    case 'ramp':
      return ramped(FIRST_FIRE, rampCPerH ?? USUAL_RAMP.usualCPerH)
    default:
      return FIRST_FIRE
  }
}

const COLD_C = 25

/** A limit on how fast a crucible may be heated. */
export interface HeatingLimit {
  /** °C an hour, up and down */
  cPerH: number
  /** the least time to the temperature asked for, minutes */
  minutes: number
}

/**
 * How fast a crucible may be heated, and how long that takes; null where its material sets no limit.
 * @param toC temperature to reach, °C
 * @param fromC temperature it has now, °C; cold where left out
 * @source data/crucible-materials.json: common practice for home-made ceramics
 * @example heatingLimit({ material: 'ceramic' }, 725) // { cPerH: 200, minutes: 210 }
 */
export function heatingLimit(
  { material, rampCPerH }: Pick<Crucible, 'material' | 'rampCPerH'>,
  toC: number,
  fromC = COLD_C,
): HeatingLimit | null {
  if (materialOf({ material }).firing !== 'ramp') return null
  const cPerH = rampCPerH ?? USUAL_RAMP.usualCPerH
  return { cPerH, minutes: (60 * Math.max(0, toC - fromC)) / cPerH }
}

/** Steps slowed down to a ramp where they would go faster; holds stay as long as they are. */
function ramped(steps: readonly FiringStep[], cPerH: number): FiringStep[] {
  let fromC = COLD_C
  return steps.map((step) => {
    const needed = (60 * Math.abs(step.toC - fromC)) / cPerH
    fromC = step.toC
    return { ...step, minutes: Math.round(Math.max(step.minutes, needed)) }
  })
}
