import * as z from 'zod'
import { alloySchema } from '#core/alloys'
import { elementSchema } from '#core/composition'
import { gearSchema } from '#core/gear'
import { heatSchema } from '#core/heat'
import { ownPracticeSchema } from '#core/melt'
import { recordFields } from '#core/records'
import { lotSchema } from '#core/stock'
import { COLLECTIONS, type Collection } from './collections'
import { REVISION } from './revisions'

/** An alloy of the person's own. */
export const ownAlloySchema = z.strictObject({ ...recordFields, alloy: alloySchema })

/** Choices that travel with the yard. */
export const settingsSchema = z.strictObject({
  ...recordFields,
  yardName: z.string().max(120),
  currency: z.string().max(8),
  mass: z.enum(['g', 'kg', 'oz', 'lb']),
  temperature: z.enum(['C', 'F']),
  length: z.enum(['mm', 'in']).optional(),
  /** plan with what the yard's heats taught */
  useLearned: z.boolean().optional(),
  /** whose losses new heats are planned with, where it is not the usual or learned ones */
  losses: z.enum(['none']).optional(),
  /** metallic yields told by hand, by form */
  overruledYield: z.record(z.string().max(40), z.number().positive().max(1)).optional(),
  /** recoveries told by hand, by family and element ("Al/Mg") */
  overruledRecovery: z.record(z.string().max(40), z.number().min(0).max(1)).optional(),
  /** price of a kilogram of new metal, by element, in the yard's currency */
  newMetalPrices: z.record(elementSchema, z.number().positive().max(1e6)).optional(),
  /** what castings are reckoned with beside their metal and fuel, in the yard's currency */
  selling: z
    .strictObject({
      /** sand, flux, gas, wear: for one heat */
      consumables: z.number().min(0).max(1e6),
      /** for an hour of work; 0 where it is none's business */
      ratePerHour: z.number().min(0).max(1e6),
      /** put on top of the cost, % */
      marginPct: z.number().min(0).max(10_000),
    })
    .optional(),
})

export const recordSchemas = {
  settings: settingsSchema,
  lots: lotSchema,
  alloys: ownAlloySchema,
  heats: heatSchema,
  gear: gearSchema,
  practices: ownPracticeSchema,
} as const

export type RecordOf<C extends Collection> = z.infer<(typeof recordSchemas)[C]>
export type AnyRecord = RecordOf<Collection>
export type Settings = RecordOf<'settings'>
export type OwnAlloy = RecordOf<'alloys'>

const anything = z.array(z.unknown())

/** The document around the records, which are not looked at. */
export const documentSchema = z.strictObject({
  format: z.literal('hephaestal/workspace'),
  version: z.literal(1),
  /** how far the shape had grown when it was written; earlier ones are brought up to it before they are read */
  revision: z.literal(REVISION),
  settings: anything.max(1),
  lots: anything,
  alloys: anything,
  heats: anything,
  gear: anything,
  practices: anything,
})

/**
 * Records of one collection that share an id: each after the first is a fault.
 * @returns where each stands, and what is wrong
 * @example sharedIds({ settings: [], lots: [{ id: 'a' }, { id: 'a' }], alloys: [], heats: [], gear: [], practices: [] })[0].path // ['lots', 1, 'id']
 */
export function sharedIds(workspace: Readonly<Record<Collection, readonly { id: string }[]>>) {
  return COLLECTIONS.flatMap((collection) => {
    const seen = new Set<string>()
    return workspace[collection].flatMap(({ id }, index) => {
      const shared = seen.has(id)
      seen.add(id)
      return shared ? [{ path: [collection, index, 'id'], message: 'two records share this id' }] : []
    })
  })
}

/** `hephaestal/workspace`, version 1: the whole yard in one file. */
export const workspaceSchema = z
  .strictObject({
    ...documentSchema.shape,
    settings: z.array(settingsSchema).max(1),
    lots: z.array(lotSchema),
    alloys: z.array(ownAlloySchema),
    heats: z.array(heatSchema),
    gear: z.array(gearSchema),
    practices: z.array(ownPracticeSchema),
  })
  .superRefine((workspace, ctx) => {
    for (const issue of sharedIds(workspace)) ctx.addIssue({ code: 'custom', ...issue })
  })

export type Workspace = z.infer<typeof workspaceSchema>
