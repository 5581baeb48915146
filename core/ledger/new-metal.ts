import type { Composition } from '#core/composition'
import { heatRecovery, heatSummary, type Heat } from '#core/heat'
import type { Lot } from '#core/stock'

/** Elements below this share are impurities or a maker's traces: nobody buys them. */
const BOUGHT_FROM_PCT = 0.5
/** A lot at least this pure counts as new metal, wt%. */
const PURE_PCT = 99
/** With less than this share of a melt unpriced, the rest is still a fair sum, wt%. */
const UNPRICED_MOST_PCT = 1

/** What new metal costs, by element, in the yard's currency for a kilogram. */
export type NewPrices = Readonly<Record<string, number>>

/**
 * Prices of new metal: those the caster entered, then those of the yard's own virgin lots, the latest first.
 * @param entered price per kg by element
 * @returns price per kg by element; an element without a known price is left out
 * @example newPrices([{ kind: 'virgin', composition: { Sn: 99.9 }, pricePerKg: 30, createdAt: '2026-01-01' }], {}).Sn // 30.03003003003003
 */
export function newPrices(
  lots: readonly Pick<Lot, 'kind' | 'composition' | 'pricePerKg' | 'createdAt'>[],
  entered: NewPrices = {},
): NewPrices {
  const prices: Record<string, number> = {}
  for (const { kind, composition, pricePerKg } of [...lots].sort((a, b) =>
    a.createdAt < b.createdAt ? -1 : 1,
  )) {
    const [main] = Object.entries(composition).sort((a, b) => b[1] - a[1])
    if (kind === 'virgin' && pricePerKg > 0 && main && main[1] >= PURE_PCT)
      prices[main[0]] = pricePerKg / (main[1] / 100)
  }
  return { ...prices, ...entered }
}

/** The cost of a melt made of new metal only. */
export interface BoughtNew {
  /** in the yard's currency; null where a metal of it has no price */
  cost: number | null
  /** metals without a price, by symbol */
  unpriced: string[]
}

/**
 * What the same melt would cost if all of its metal were bought new.
 * @param melt composition after the losses, wt%, and its mass, g
 * @param recovery share of each element that reaches the tap, 0–1; 1 where it is left out
 * @source mass balance: price · tap · share / recovery, summed over the metals of at least 0.5 %; arithmetic. The solver
 * finds the same cost for a charge of pure metals (tests).
 * @example boughtNew({ composition: { Cu: 90, Sn: 10 }, tapMassG: 1000 }, {}, { Cu: 10, Sn: 30 }).cost // 12
 */
export function boughtNew(
  { composition, tapMassG }: { composition: Composition; tapMassG: number },
  recovery: Readonly<Record<string, number>>,
  prices: NewPrices,
): BoughtNew {
  let cost = 0
  let openPct = 0
  const unpriced: string[] = []
  for (const [symbol, pct] of Object.entries(composition)) {
    if (symbol === '?' || pct < BOUGHT_FROM_PCT) continue
    const price = prices[symbol]
    if (price === undefined) {
      unpriced.push(symbol)
      openPct += pct
    } else cost += (((tapMassG / 1000) * pct) / 100 / Math.max(recovery[symbol] ?? 1, 0.01)) * price
  }
  const known = tapMassG > 0 && openPct < UNPRICED_MOST_PCT
  return { cost: known ? cost : null, unpriced: openPct < UNPRICED_MOST_PCT ? [] : unpriced }
}

/** What a yard saved by melting its own metal. */
export interface Saved {
  /** cost of the same metal new, less what the charges cost; over the heats that can be counted */
  saved: number
  /** heats counted */
  heats: number
  /** heats that a missing price keeps out */
  left: number
  /** metals without a price that keep heats out, by symbol */
  unpriced: string[]
}

/**
 * What a year's heats saved against new metal.
 * @param year four figures, by the day of the heat
 * @source arithmetic: the sum of {@link boughtNew} less the cost of each charge
 * @example savedIn('2026', [], {}) // { saved: 0, heats: 0, left: 0, unpriced: [] }
 */
export function savedIn(year: string, heats: readonly Heat[], prices: NewPrices): Saved {
  const sum: Saved = { saved: 0, heats: 0, left: 0, unpriced: [] }
  const open = new Set<string>()
  for (const heat of heats) {
    if (!heat.loggedAt || !heat.date.startsWith(year) || heat.weighed.length === 0) continue
    const { predicted, cost } = heatSummary(heat)
    const fresh = boughtNew(predicted, heatRecovery(heat), prices)
    if (fresh.cost === null) {
      sum.left++
      for (const symbol of fresh.unpriced) open.add(symbol)
    } else {
      sum.heats++
      sum.saved += fresh.cost - cost
    }
  }
  return { ...sum, unpriced: [...open].sort() }
}
