import * as z from 'zod'
import { nominalWhole, PRACTICES } from '#core/alloys'
import { ADDITIONS, familyOf, METALS, type AlloyKind } from '#core/families'
import { recordFields, tableOf } from '#core/records'
import file from '#data/practices.json'
import { COVER_IDS } from './zinc-table'

export const PRACTICE_AREAS = [
  'ramp',
  'cover',
  'flux',
  'tin',
  'zinc',
  'refine',
  'degas',
  'deoxidise',
] as const
export type PracticeArea = (typeof PRACTICE_AREAS)[number]

const share = z.number().min(0).max(100)
const alloyPractice = z.enum(PRACTICES)
const bookSchema = z.strictObject({
  id: z.string(),
  area: z.enum(PRACTICE_AREAS),
  base: z.enum([...METALS, 'any']),
  name: z.string(),
  how: z.string(),
  why: z.string(),
  against: z.string(),
  /** dose, % of the charge */
  sharePct: z.tuple([share, share]).readonly().exactOptional(),
  /** above this share it does harm, % of the charge */
  tooMuchPct: share.exactOptional(),
  minutes: z.tuple([z.number(), z.number()]).readonly().exactOptional(),
  cautions: z.array(z.string()).exactOptional(),
  /** the one to begin with */
  usual: z.boolean().exactOptional(),
  /** kinds of alloy it is for; all of its base where none are told */
  for: z.array(alloyPractice).exactOptional(),
  /** metals it is for, where its base is any; all where none are told */
  metals: z.array(z.enum(METALS)).exactOptional(),
  /** kinds of alloy that begin with it though another is usual */
  usualFor: z.array(alloyPractice).exactOptional(),
  /** only for alloys that aim at magnesium between these, wt% */
  magnesiumPct: z.tuple([share, share]).exactOptional(),
  cover: z.enum(COVER_IDS).exactOptional(),
  /** a cover that goes in with the cold charge */
  withColdCharge: z.boolean().exactOptional(),
  /** it gives off chlorine, which takes magnesium and strontium out of the melt */
  strips: z.boolean().exactOptional(),
  /** an addition that it puts in last */
  last: z.enum(ADDITIONS).exactOptional(),
  source: z.string().exactOptional(),
})
/** One school's way of doing one thing at the furnace. */
export type Practice = z.infer<typeof bookSchema> & { cautions: string[]; usual: boolean; source: string }

const table = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    areas: z.array(
      z.strictObject({ id: z.enum(PRACTICE_AREAS), name: z.string(), bases: z.array(z.enum(METALS)) }),
    ),
    practices: z.array(bookSchema),
  }),
  file,
)

/** A practice of the person's own. */
export const ownPracticeSchema = z
  .strictObject({
    ...recordFields,
    area: z.enum(PRACTICE_AREAS),
    base: z.enum([...METALS, 'any']),
    name: z.string().trim().min(1).max(120),
    how: z.string().max(1000),
    why: z.string().max(1000),
    /** % of the charge; null where it has no dose */
    sharePct: share.nullable(),
    tooMuchPct: share.nullable(),
    minutes: z.number().min(0).max(1000).nullable(),
  })
  .refine(({ sharePct, tooMuchPct }) => sharePct === null || tooMuchPct === null || sharePct <= tooMuchPct, {
    message: 'the dose is above what is too much',
    path: ['tooMuchPct'],
  })
export type OwnPractice = z.infer<typeof ownPracticeSchema>

/** What a heat chose in one area: a practice, and a dose of its own where one was typed. */
export const chosenPracticeSchema = z.strictObject({
  id: z.string().min(1).max(60),
  sharePct: share.nullable(),
})
export type ChosenPractices = Partial<Record<PracticeArea, z.infer<typeof chosenPracticeSchema>>>

export const PRACTICES_SOURCE = table.source
const BOOK: readonly Practice[] = table.practices.map((entry) => ({
  cautions: [],
  usual: false,
  source: table.source,
  ...entry,
}))

function ownPractice(own: OwnPractice): Practice {
  const { id, area, base, name, how, why, sharePct, tooMuchPct, minutes } = own
  return {
    id,
    area,
    base,
    name,
    how,
    why,
    against: '',
    cautions: ['damp'],
    usual: false,
    source: 'Your own',
    ...(sharePct === null ? {} : { sharePct: [sharePct, sharePct] as const }),
    ...(tooMuchPct === null ? {} : { tooMuchPct }),
    ...(minutes === null ? {} : { minutes: [minutes, minutes] as const }),
  }
}

/**
 * The areas in which an alloy leaves a choice, in the order of the run sheet.
 * @param holds the additions of its charge, where that is known: no choice is offered for metal that does not go in
 */
export function practiceAreas(
  alloy: AlloyKind,
  holds?: ReadonlySet<string>,
): { id: PracticeArea; name: string }[] {
  const metal = familyOf(alloy)?.metal
  if (!metal) return []
  return table.areas.filter(
    ({ id, bases }) => bases.includes(metal) && (!holds || (id !== 'tin' && id !== 'zinc') || holds.has(id)),
  )
}

/**
 * The schools of one area that an alloy allows. A deoxidant of one's own is offered only where the alloy takes one.
 * @returns none for a metal without a family
 * @source data/practices.json, each with its own
 */
export function practicesOf(
  alloy: AlloyKind,
  area: PracticeArea,
  own: readonly OwnPractice[] = [],
): Practice[] {
  const metal = familyOf(alloy)?.metal
  if (!metal) return []
  const magnesium = nominalWhole(alloy).Mg ?? 0
  const book = BOOK.filter(
    (one) =>
      one.area === area &&
      (one.base === metal || one.base === 'any') &&
      (!one.metals || one.metals.includes(metal)) &&
      (!one.for || one.for.includes(alloy.practice)) &&
      (!one.magnesiumPct || (magnesium >= one.magnesiumPct[0] && magnesium < one.magnesiumPct[1])),
  )
  const apart = book.find(({ usualFor }) => usualFor?.includes(alloy.practice))
  const ranked = apart ? book.map((one) => ({ ...one, usual: one === apart })) : book
  const takesOwn = area !== 'deoxidise' || book.some(({ sharePct }) => sharePct)
  const mine = own.filter((one) => one.area === area && (one.base === metal || one.base === 'any'))
  return takesOwn ? [...ranked, ...mine.map(ownPractice)] : ranked
}

/** The practice in force: what was chosen where the alloy allows it, else the usual one. */
export function practiceInForce(
  alloy: AlloyKind,
  area: PracticeArea,
  chosen: ChosenPractices,
  own: readonly OwnPractice[] = [],
): { practice: Practice; sharePct: readonly [number, number] | null } | null {
  const offered = practicesOf(alloy, area, own)
  const picked = offered.find(({ id }) => id === chosen[area]?.id)
  const practice = picked ?? offered.find(({ usual }) => usual) ?? offered[0]
  if (!practice) return null
  const typed = picked ? chosen[area]?.sharePct : null
  return {
    practice,
    sharePct: typed === null || typed === undefined ? (practice.sharePct ?? null) : [typed, typed],
  }
}

/**
 * Where a dose stands against what the practice says.
 * @param sharePct % of the charge
 * @example judgeDose({ sharePct: [0.5, 1], tooMuchPct: 2 }, 2.5) // 'too-much'
 */
export function judgeDose(
  { sharePct, tooMuchPct }: Pick<Practice, 'sharePct' | 'tooMuchPct'>,
  dosePct: number,
): 'little' | 'usual' | 'much' | 'too-much' {
  if (tooMuchPct !== undefined && dosePct > tooMuchPct) return 'too-much'
  if (!sharePct || (dosePct >= sharePct[0] && dosePct <= sharePct[1])) return 'usual'
  return dosePct < sharePct[0] ? 'little' : 'much'
}
