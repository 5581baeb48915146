import * as z from 'zod'
import { estimateLiquidus, type FamilyMetal } from '#core/families'
import { totalG } from '#core/lists'
import { tableOf } from '#core/records'
import file from '#data/chill.json'
import type { ChargedLot } from './charged-lot'
import { meltHeat } from './heat-content'

const table = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    mixingKJkg: z.record(z.string(), z.record(z.string(), z.number())),
  }),
  file,
)
export const CHILL_SOURCE = table.source

/** What a cold addition does to the temperature of a melt. */
export interface Chill {
  /** °C; below zero where the melt heats itself */
  dropC: number
  /** to start from, °C, so that the melt stays liquid; null where it need not be hotter, or no liquidus is known */
  startC: number | null
}

/** After the addition the melt is still this much above its liquidus, °C. */
const ABOVE_C = 30
/** Where the heat is looked for, °C: far outside any melt. */
const FROM_C = -60
const TO_C = 2200

type Metal = Pick<ChargedLot, 'composition' | 'massG'>

function mixed(parts: readonly Metal[]): Record<string, number> {
  const whole = totalG(parts)
  const sum: Record<string, number> = {}
  for (const { composition, massG } of parts)
    for (const [symbol, pct] of Object.entries(composition))
      sum[symbol] = (sum[symbol] ?? 0) + (pct * massG) / whole
  return sum
}

/**
 * Temperature of a melt after cold metal has gone into it and dissolved, the furnace adding nothing meanwhile.
 * @param metal what the melt is mostly of
 * @param melt in the crucible
 * @param added at 25 °C
 * @param meltC temperature of the melt before, °C
 * @returns °C
 * @throws RangeError where neither names an element
 * @source heat balance: melt and additions before hold what the mixture holds after, with the heat of mixing
 * @example Math.round(afterAdding('Al', { composition: { Al: 100 }, massG: 2600 }, [{ composition: { Si: 100 }, massG: 190 }], 780)) // 656
 */
export function afterAdding(metal: FamilyMetal, melt: Metal, added: readonly Metal[], meltC: number): number {
  const all = [melt, ...added]
  const composition = mixed(all)
  const mixing = Object.entries(table.mixingKJkg[metal] ?? {}).reduce(
    (sum, [symbol, heat]) =>
      sum + added.reduce((own, lot) => own + (lot.massG * (lot.composition[symbol] ?? 0) * heat) / 100, 0),
    0,
  )
  const heat = (melt.massG * meltHeat(melt.composition, meltC) + mixing) / totalG(all)
  let [low, high] = [FROM_C, TO_C]
  while (high - low > 0.1) {
    const middle = (low + high) / 2
    if (meltHeat(composition, middle) < heat) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/**
 * What an addition does to the melt it goes into, at the temperature it would be added at.
 * @param melt in the crucible before
 * @param added cold, all at once
 * @returns null where the melt's liquidus is not known
 * @example chillOf('Al', { composition: { Al: 100 }, massG: 2600 }, [{ composition: { Si: 100 }, massG: 190 }]).dropC > 100 // true
 */
export function chillOf(metal: FamilyMetal, melt: Metal, added: readonly Metal[]): Chill | null {
  const [before, after] = [estimateLiquidus(melt.composition), estimateLiquidus(mixed([melt, ...added]))]
  if (!before || !after || melt.massG <= 0) return null
  const leastC = after.liquidusC + ABOVE_C
  const atC = Math.max(before.liquidusC, after.liquidusC) + ABOVE_C
  const dropC = atC - afterAdding(metal, melt, added, atC)
  return { dropC, startC: dropC > 0 ? Math.max(before.liquidusC + ABOVE_C, leastC + dropC) : null }
}
