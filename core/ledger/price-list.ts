import { castCosts, castSteps, type Cast, type CastCost, type Heat, type Reckoning } from '#core/heat'

/** What a casting of a name has come to, over all heats that poured it. */
export interface PriceRow {
  name: string
  /** heats by number, the newest first */
  heats: number[]
  /** pieces that can be used, and pieces that were spoiled */
  good: number
  spoiled: number
  /** of one that can be used, as it is now, g; null where none was weighed */
  eachG: number | null
  /** share of what came out of the mould that is in usable pieces now, 0–1; null where no gross weight is known */
  yield: number | null
  /** of one piece, in the yard's currency; null where none was weighed */
  metal: number | null
  fuel: number | null
  consumables: number | null
  work: number | null
  cost: number | null
  /** cost with the margin */
  price: number | null
}

/**
 * What castings cost a piece, and what to ask for them, over all logged heats that poured them.
 * @param reckonOf what a heat is reckoned with; its fuel's price is that of its own furnace
 * @param marginPct put on top of the cost, %
 * @returns one row for each name, the newest first; castings without a name are left out
 * @source cost accounting by mass (castCosts); arithmetic
 * @example priceList([], () => ({ fuelPrice: 3, consumables: 4, ratePerHour: 0 }), 20) // []
 */
export function priceList(
  heats: readonly Heat[],
  reckonOf: (heat: Heat) => Reckoning,
  marginPct: number,
): PriceRow[] {
  const byName = new Map<string, { name: string; heats: Set<number>; all: Cast[]; costs: CastCost[] }>()
  for (const heat of [...heats].reverse()) {
    if (!heat.loggedAt || !heat.pour.castings?.length) continue
    const costs = castCosts(heat, reckonOf(heat))
    for (const cast of heat.pour.castings) {
      const name = cast.name.trim()
      if (!name) continue
      const key = name.toLowerCase()
      const row = byName.get(key) ?? { name, heats: new Set(), all: [], costs: [] }
      row.heats.add(heat.number)
      row.all.push(cast)
      row.costs.push(...costs.filter((one) => one.cast.id === cast.id))
      byName.set(key, row)
    }
  }
  return [...byName.values()].map(({ name, heats: of, all, costs }) => ({
    name,
    heats: [...of],
    ...countsOf(all),
    ...eachOf(costs, marginPct),
  }))
}

function countsOf(all: readonly Cast[]): Pick<PriceRow, 'good' | 'spoiled' | 'eachG' | 'yield'> {
  const useful = all.filter(({ verdict }) => verdict !== 'spoiled')
  const pieces = (of: readonly Cast[]) => of.reduce((sum, { count }) => sum + count, 0)
  const weighed = useful.filter((cast) => castSteps(cast).nowG !== null)
  const nowG = weighed.reduce((sum, cast) => sum + (castSteps(cast).nowG ?? 0), 0)
  const broken = all.filter(({ grossG }) => grossG !== null)
  const grossG = broken.reduce((sum, cast) => sum + (cast.grossG ?? 0), 0)
  const keptG = broken
    .filter(({ verdict }) => verdict !== 'spoiled')
    .reduce((sum, cast) => sum + (castSteps(cast).nowG ?? 0), 0)
  return {
    good: pieces(useful),
    spoiled: pieces(all) - pieces(useful),
    eachG: weighed.length > 0 ? nowG / pieces(weighed) : null,
    yield: grossG > 0 ? keptG / grossG : null,
  }
}

function eachOf(
  costs: readonly CastCost[],
  marginPct: number,
): Pick<PriceRow, 'metal' | 'fuel' | 'consumables' | 'work' | 'cost' | 'price'> {
  const pieces = costs.reduce((sum, { cast }) => sum + cast.count, 0)
  const each = (of: (cost: CastCost) => number | null): number | null =>
    pieces === 0 || costs.some((one) => of(one) === null)
      ? null
      : costs.reduce((sum, one) => sum + (of(one) ?? 0), 0) / pieces
  const cost = each(({ total }) => total)
  return {
    metal: each(({ metal }) => metal),
    fuel: each(({ fuel }) => fuel),
    consumables: each(({ consumables }) => consumables),
    work: each(({ work }) => work),
    cost,
    price: cost === null ? null : cost * (1 + marginPct / 100),
  }
}
