import * as z from 'zod'
import { compositionSchema, elementSchema } from '#core/composition'
import { tableOf } from '#core/records'
import file from '#data/purchasable.json'
import type { ChargeLot, ChargeProblem, ChargeTarget } from './problem'
import { isWanted, TRACE_PCT } from './wanted'

const purchasableSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  /** base elements whose melts it is used in */
  bases: z.array(elementSchema),
  /** wt% */
  composition: compositionSchema,
  /** only for targets that want at least so much of their main metal, wt% */
  fromPct: z.number().exactOptional(),
  /** only for those that want no more than so much of it */
  notAbovePct: z.number().exactOptional(),
})
/** A virgin metal or master alloy that can be bought. */
export type Purchasable = z.infer<typeof purchasableSchema>

/** What can be bought to mend a charge; the file names its source. */
export const PURCHASABLE: readonly Purchasable[] = tableOf(
  z.strictObject({ version: z.number(), source: z.string(), metals: z.array(purchasableSchema) }),
  file,
).metals

/**
 * The purchases that suit a base, or all where the target has none.
 * @example purchasesFor('Zn').map(({ id }) => id).includes('Pb') // false
 */
export function purchasesFor(base: string | undefined): Purchasable[] {
  return PURCHASABLE.filter(({ bases }) => base === undefined || bases.includes(base))
}

/** Whether a purchase brings only what a target wants: what it merely tolerates nobody buys, beyond a maker's traces. */
export function isWantedPurchase(
  target: Omit<ChargeTarget, 'tapMassG'>,
  { composition }: Purchasable,
): boolean {
  return Object.entries(composition).every(([element, pct]) => pct < TRACE_PCT || isWanted(target, element))
}

/** The metal a target holds most of: a wrought brass names zinc as the rest, and is melted as copper all the same. */
function mainMetal({ base, limits }: Omit<ChargeTarget, 'tapMassG'>): string | undefined {
  const most = Object.entries(limits).find(([, { min = 0 }]) => min >= 50)
  return most ? most[0] : base
}

/** The purchases that suit a target. */
export function wantedPurchases(target: Omit<ChargeTarget, 'tapMassG'>): Purchasable[] {
  const main = mainMetal(target)
  const least = (main === undefined ? 0 : target.limits[main]?.min) ?? 0
  return purchasesFor(main).filter(
    (metal) =>
      isWantedPurchase(target, metal) && least >= (metal.fromPct ?? 0) && least <= (metal.notAbovePct ?? 100),
  )
}

/**
 * A purchase as a lot of a charge.
 * @param massG how much of it there is, g
 * @param among lots it is to stand beside: its id is none of theirs, whatever they are called
 * @throws RangeError for an id the table does not have
 * @example boughtLot('Sn', 250).availableG // 250
 */
export function boughtLot(id: string, massG: number, among: readonly { id: string }[] = []): ChargeLot {
  const metal = PURCHASABLE.find((entry) => entry.id === id)
  if (!metal) throw new RangeError(`nothing to buy is called "${id}"`)
  return {
    id: freeId(`bought ${id}`, among),
    availableG: massG,
    pricePerKg: 0,
    composition: metal.composition,
    virgin: true,
  }
}

/**
 * An id that none of the lots has: what the person calls a lot is theirs.
 * @example freeId('tin', [{ id: 'tin' }]) // 'tin′'
 */
export function freeId(wanted: string, among: readonly { id: string }[]): string {
  const taken = new Set(among.map(({ id }) => id))
  let id = wanted
  while (taken.has(id)) id += '′'
  return id
}

/** Purchases as lots that stand beside those given, and which purchase each of them is, by its id. */
export function offeredLots(
  metals: readonly Purchasable[],
  massG: number,
  among: readonly { id: string }[],
): { lots: ChargeLot[]; metalOf: ReadonlyMap<string, string> } {
  const pairs = metals.map(({ id }) => ({ metal: id, lot: boughtLot(id, massG, among) }))
  return {
    lots: pairs.map(({ lot }) => lot),
    metalOf: new Map(pairs.map(({ metal, lot }) => [lot.id, metal])),
  }
}

/** The problem with every suitable purchase offered, as much as could be wanted, and which lots those are. */
export function withPurchases(problem: ChargeProblem): {
  problem: ChargeProblem
  metalOf: ReadonlyMap<string, string>
} {
  const offered = offeredLots(wantedPurchases(problem.target), 20 * problem.target.tapMassG, problem.lots)
  return { problem: { ...problem, lots: [...problem.lots, ...offered.lots] }, metalOf: offered.metalOf }
}
