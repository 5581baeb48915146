import * as z from 'zod'
import { nominalWhole, PRACTICES, type Alloy } from '#core/alloys'
import { mainElement, type Composition } from '#core/composition'
import { liquidusOf } from '#core/families'
import { tableOf } from '#core/records'
import file from '#data/castability.json'

export const CAST_TRAITS = ['fluidity', 'range', 'hot-short', 'gas', 'dross'] as const
/** What makes a metal easy or hard to cast. */
export type CastTrait = (typeof CAST_TRAITS)[number]
const grade = z.number().int().min(1).max(5)
const ruled = z.enum(['fluidity', 'hot-short', 'gas', 'dross'])
const told = z.tuple([grade, z.string()])
const pct = z.number().min(0).max(100)

const table = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    practices: z.record(
      z.enum(PRACTICES),
      z.strictObject({ fluidity: told, 'hot-short': told, gas: told, dross: told }),
    ),
    rules: z.array(
      z.strictObject({
        metal: z.string(),
        element: z.string(),
        from: pct,
        trait: ruled,
        why: z.string(),
        /** the grade it has from there on */
        grade: grade.optional(),
        /** or so many grades worse, but no worse than `notOver` */
        worse: z.number().int().min(1).optional(),
        notOver: grade.optional(),
      }),
    ),
    range: z.strictObject({
      /** up to so many °C, the grade */
      grades: z.array(z.tuple([z.number(), grade])).min(1),
      words: z.record(z.string(), z.string()),
      source: z.string(),
    }),
    solidusAl: z.strictObject({
      steps: z.array(
        z.strictObject({
          element: z.string(),
          from: pct,
          with: z.string().optional(),
          withFrom: pct.optional(),
          celsius: z.number(),
        }),
      ),
      source: z.string(),
    }),
  }),
  file,
)
export const CASTABILITY_SOURCES = [table.source, table.range.source, table.solidusAl.source] as const

/** One trait with its grade, 1 the best of five, and why. */
export interface TraitGrade {
  trait: CastTrait
  grade: number
  why: string
}

/** How a metal casts. */
export interface Castability {
  traits: TraitGrade[]
  /** between liquidus and solidus, °C; null where one of them is not known */
  rangeC: number | null
  /** whether both were published, or one is an estimate */
  rangeKnown: 'published' | 'estimate' | null
}

/** A metal as far as its casting goes: an alloy of the library, or a blend handled as one kind of metal. */
export type CastMetal = Pick<Alloy, 'practice' | 'solidusC' | 'liquidusC' | 'liquidusDoubtC' | 'designation'>

/**
 * How easily a metal casts: whether it runs, how far its freezing is drawn out, whether it tears, takes up gas, skins
 * over. Each in five grades, 1 the best, with its reason.
 * @param composition wt%, whole
 * @source data/castability.json: engineering judgement from the ratings of casting handbooks
 * @example castability(gunmetal, { Cu: 88, Sn: 10, Zn: 2 }).rangeC // 145
 */
export function castability(metal: CastMetal, composition: Composition): Castability {
  const base = mainElement(composition)
  const own = table.practices[metal.practice]
  const range = freezingRange(metal, composition)
  const graded = (trait: keyof typeof own): TraitGrade =>
    table.rules
      .filter((rule) => rule.metal === base && rule.trait === trait)
      .filter((rule) => (composition[rule.element] ?? 0) >= rule.from)
      .reduce<TraitGrade>(
        (now, { grade: to, worse = 0, notOver = 5, why }) =>
          to === undefined
            ? {
                ...now,
                grade: Math.max(now.grade, Math.min(notOver, now.grade + worse)),
                why: `${now.why}; ${why}`,
              }
            : { trait, grade: to, why },
        { trait, grade: own[trait][0], why: own[trait][1] },
      )
  const traits = [graded('fluidity'), graded('hot-short'), graded('gas'), graded('dross')]
  if (range.rangeC !== null) traits.splice(1, 0, rangeGrade(range.rangeC))
  return { traits, ...range }
}

function rangeGrade(rangeC: number): TraitGrade {
  const worst = table.range.grades.length + 1
  const found = table.range.grades.find(([to]) => rangeC <= to)?.[1] ?? worst
  return { trait: 'range', grade: found, why: table.range.words[String(found)] ?? '' }
}

/** Liquidus less solidus: as published, else by the liquidus in use and the lowest eutectic an aluminium alloy meets. */
function freezingRange(
  metal: CastMetal,
  composition: Composition,
): Pick<Castability, 'rangeC' | 'rangeKnown'> {
  const liquidus = liquidusOf(metal, composition)
  const solidusC = metal.solidusC ?? solidusOfAluminium(composition)
  if (!liquidus || solidusC === null) return { rangeC: null, rangeKnown: null }
  const published = liquidus.kind === 'published' && metal.solidusC !== undefined
  return {
    rangeC: Math.max(0, liquidus.liquidusC - solidusC),
    rangeKnown: published ? 'published' : 'estimate',
  }
}

function solidusOfAluminium(composition: Composition): number | null {
  if (mainElement(composition) !== 'Al') return null
  const has = (element: string, from: number) => (composition[element] ?? 0) >= from
  const step = table.solidusAl.steps.find(
    ({ element, from, with: other, withFrom = 0 }) =>
      has(element, from) && (other === undefined || has(other, withFrom)),
  )
  return step?.celsius ?? null
}

/**
 * How an alloy of the library, or an own one, casts: by the middle of what it asks for.
 * @source castability
 * @example alloyCastability(gunmetal).rangeKnown // 'published'
 */
export const alloyCastability = (alloy: Alloy): Castability => castability(alloy, nominalWhole(alloy))

/** A metal so stiff and so given to tearing casts badly. */
const BAD = 4

/**
 * Whether a metal is one that is made to be rolled and drawn, and casts badly: it neither runs nor heals.
 * @example castsBadly(alloyCastability(gunmetal)) // false
 */
export const castsBadly = ({ traits }: Castability): boolean =>
  ['fluidity', 'hot-short'].every((trait) => (traits.find((one) => one.trait === trait)?.grade ?? 0) >= BAD)

/** Silicon and copper that make cast metal of can and extrusion metal, wt% of the melt. */
export const WHAT_HELPS: Readonly<{ Si: number; Cu: number }> = { Si: 7, Cu: 1 }

/**
 * A metal with silicon and copper brought up to what makes it cast, all else thinned by them.
 * @returns wt%
 * @example helped({ Al: 100 }).Si // 7
 */
export function helped(composition: Composition): Composition {
  const wanted = { Si: WHAT_HELPS.Si, Cu: WHAT_HELPS.Cu }
  const kept = Object.entries(composition).filter(([symbol]) => !(symbol in wanted))
  const sum = kept.reduce((total, [, share]) => total + share, 0)
  const share = (100 - wanted.Si - wanted.Cu) / sum
  return { ...Object.fromEntries(kept.map(([symbol, old]) => [symbol, old * share])), ...wanted }
}
