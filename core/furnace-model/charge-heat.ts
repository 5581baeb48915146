import { ELEMENTS, type Composition } from '#core/composition'
import { CRUCIBLE_HEAT } from '#core/gear'
import { heatContent, meltHeat } from '#core/melt'

/** A charge in its crucible: what it is made of and between which temperatures it melts. */
export interface ChargeInPot {
  /** wt% */
  composition: Composition
  metalG: number
  crucibleG: number
  solidusC: number
  liquidusC: number
}

/** Heat above that at 25 °C, of metal and crucible together. */
export interface ChargeHeat {
  /** kJ at a temperature */
  at: (celsius: number) => number
  /** °C at a heat */
  temperature: (kJ: number) => number
}

const STEP_C = 5
const HOTTEST_C = 1800
const ROOM_C = 25
const COLDEST_C = 0

/**
 * The heat of a charge by its temperature: solid up to the solidus, all the latent heat spread evenly to the liquidus,
 * liquid from there.
 * @param pot metal in g, crucible in g, temperatures in °C
 * @throws RangeError for no metal, or a liquidus below the solidus
 * @source NASA/TP-2002-211556 by way of heatContent; latent heats of the elements from data/elements.json; mixing heat
 *   left out (a few percent)
 * @example Math.round(chargeHeat({ composition: { Al: 100 }, metalG: 1000, crucibleG: 0, solidusC: 659, liquidusC: 660 }).at(750)) // 1174
 */
export function chargeHeat({ composition, metalG, crucibleG, solidusC, liquidusC }: ChargeInPot): ChargeHeat {
  if (!(metalG > 0)) throw new RangeError('no metal')
  if (!(liquidusC > solidusC)) throw new RangeError('the liquidus lies above the solidus')
  const count = Math.round((HOTTEST_C - COLDEST_C) / STEP_C) + 1
  const table = new Float64Array(count)
  const pot = (celsius: number) => (crucibleG / 1000) * CRUCIBLE_HEAT.value * (celsius - ROOM_C)
  const [beginsKJ, endsKJ] = [solidHeat(composition, solidusC), meltHeat(composition, liquidusC)]
  const named = Object.entries(composition).filter(([symbol, pct]) => pct > 0 && ELEMENTS[symbol])
  const whole = named.reduce((sum, [, pct]) => sum + pct, 0)
  for (const [symbol, pct] of named) {
    const { solid, liquid } = elementHeats(symbol)
    const part = (pct / whole) * (metalG / 1000)
    for (let at = 0; at < count; at++)
      table[at]! += part * (COLDEST_C + at * STEP_C < liquidusC ? solid : liquid)[at]!
  }
  for (let at = 0; at < count; at++) {
    const celsius = COLDEST_C + at * STEP_C
    if (celsius > solidusC && celsius < liquidusC) {
      const share = (celsius - solidusC) / (liquidusC - solidusC)
      table[at] = (metalG / 1000) * ((1 - share) * beginsKJ + share * endsKJ)
    }
    table[at]! += pot(celsius)
  }
  let near = 0
  return {
    at(celsius) {
      const place = Math.min(count - 1.000001, Math.max(0, (celsius - COLDEST_C) / STEP_C))
      const below = Math.floor(place)
      return table[below]! + (place - below) * (table[below + 1]! - table[below]!)
    },
    temperature(kJ) {
      if (kJ <= table[0]!) return COLDEST_C + ((kJ - table[0]!) / (table[1]! - table[0]!)) * STEP_C
      if (kJ >= table[count - 1]!) return HOTTEST_C
      // From where it was asked last: a furnace is asked step by step.
      let low = near
      while (table[low]! > kJ) low--
      while (table[low + 1]! <= kJ) low++
      near = low
      const high = low + 1
      return COLDEST_C + STEP_C * (low + (kJ - table[low]!) / (table[high]! - table[low]!))
    },
  }
}

/** Heat of an element at each step of the table, kJ/kg: worked out once, for every charge is made of the same few. */
function elementHeats(symbol: string): { solid: Float64Array; liquid: Float64Array } {
  const known = heats.get(symbol)
  if (known) return known
  const count = Math.round((HOTTEST_C - COLDEST_C) / STEP_C) + 1
  const along = (of: (celsius: number) => number) =>
    Float64Array.from({ length: count }, (_, at) => of(COLDEST_C + at * STEP_C))
  const pure = { [symbol]: 100 }
  const found = { solid: along((c) => solidHeat(pure, c)), liquid: along((c) => meltHeat(pure, c)) }
  heats.set(symbol, found)
  return found
}
const heats = new Map<string, { solid: Float64Array; liquid: Float64Array }>()

/** Heat of the metals as solid, kJ/kg: the liquid's curve less its latent heat for what would be molten by itself. */
function solidHeat(composition: Composition, celsius: number): number {
  let heat = 0
  let named = 0
  for (const [symbol, pct] of Object.entries(composition)) {
    const facts = ELEMENTS[symbol]
    if (pct <= 0 || !facts) continue
    const meltsC = (facts.Tm_K ?? Infinity) - 273.15
    const own =
      celsius <= meltsC - 1
        ? heatContent(symbol, celsius, 'stable')
        : heatContent(symbol, celsius, 'liquid') - (1000 * (facts.Lf_kJmol ?? 0)) / facts.A
    heat += pct * own
    named += pct
  }
  if (named === 0) throw new RangeError('no element is named')
  return heat / named
}
