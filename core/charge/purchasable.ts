import table from '#data/purchasable.json'
import type { Composition } from '#core/composition'
import type { ChargeLot, ChargeProblem, ChargeTarget } from './problem'
import { isWanted, TRACE_PCT } from './wanted'

/** A virgin metal or master alloy that can be bought. */
export interface Purchasable {
  id: string
  name: string
  /** base elements whose melts it is used in */
  bases: string[]
  /** wt% */
  composition: Composition
  /** only for targets that want at least so much of their main metal, wt% */
  fromPct?: number
  /** only for those that want no more than so much of it */
  notAbovePct?: number
}

/** What can be bought to mend a charge; the file names its source. */
export const PURCHASABLE = table.metals as unknown as readonly Purchasable[]

const BOUGHT = 'bought '

/** The purchases that suit a base, or all where the target has none. */
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
 * @throws RangeError for an id the table does not have
 */
export function boughtLot(id: string, massG: number): ChargeLot {
  const metal = PURCHASABLE.find((entry) => entry.id === id)
  if (!metal) throw new RangeError(`nothing to buy is called "${id}"`)
  return {
    id: BOUGHT + id,
    availableG: massG,
    pricePerKg: 0,
    composition: metal.composition,
    virgin: true,
  }
}

/** Which purchase a lot of a plan is; null for a lot of the stock. */
export function purchaseOf(lotId: string): string | null {
  return lotId.startsWith(BOUGHT) ? lotId.slice(BOUGHT.length) : null
}

/** The problem with every suitable purchase offered, as much as could be wanted. */
export function withPurchases(problem: ChargeProblem): { problem: ChargeProblem; ids: string[] } {
  const ids = wantedPurchases(problem.target).map(({ id }) => id)
  const offered = ids.map((id) => boughtLot(id, 20 * problem.target.tapMassG))
  return { problem: { ...problem, lots: [...problem.lots, ...offered] }, ids }
}
