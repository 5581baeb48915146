import { estimateLiquidus, type Liquidus } from '#core/families'
import type { ChargedLot } from './charged-lot'
import { zincPressure } from './zinc-pressure'

/** The melt is kept so far above its liquidus while something goes in: at least, at most, °C. */
const ABOVE_C = [30, 80] as const
/** So much of the melt may go in as zinc at once, a share of it. Common practice, no source. */
export const PORTION = 0.1
/** Where zinc boils is looked for up to here, °C. */
const BOIL_TO_C = 1300

/** Temperatures to hold the melt between while something goes in. */
export interface MeltC {
  fromC: number
  toC: number
}

/** Part of an addition that goes in at once. */
export interface Portion extends MeltC {
  massG: number
}

/** What is in the pot, losses left aside: g of each element. */
export class Pot {
  readonly #grams = new Map<string, number>()
  #totalG = 0

  add({ composition, massG }: Pick<ChargedLot, 'composition' | 'massG'>): void {
    for (const [symbol, pct] of Object.entries(composition)) {
      const grams = (massG * pct) / 100
      this.#grams.set(symbol, (this.#grams.get(symbol) ?? 0) + grams)
    }
    this.#totalG += massG
  }

  addAll(lots: readonly Pick<ChargedLot, 'composition' | 'massG'>[]): void {
    for (const lot of lots) this.add(lot)
  }

  /** Returns another pot that holds these besides. */
  with(lots: readonly Pick<ChargedLot, 'composition' | 'massG'>[]): Pot {
    const other = new Pot()
    if (this.#totalG > 0) other.add({ composition: this.composition(), massG: this.#totalG })
    other.addAll(lots)
    return other
  }

  get totalG(): number {
    return this.#totalG
  }

  /** wt% */
  composition(): Record<string, number> {
    const total = Math.max(this.#totalG, 1e-9)
    return Object.fromEntries([...this.#grams].map(([symbol, grams]) => [symbol, (100 * grams) / total]))
  }

  /** @returns null where no estimate reaches */
  liquidus(): Liquidus | null {
    return estimateLiquidus(this.composition())
  }
}

/**
 * Temperatures to hold a melt between while something goes into it: liquid before and after, and no hotter than that
 * takes.
 * @param before liquidus of what is in the pot
 * @param after liquidus of what is in it then
 * @returns null where either is not known
 * @example holdTemperatures({ liquidusC: 1083 }, { liquidusC: 1000 }).fromC // 1113
 */
export function holdTemperatures(before: Liquidus | null, after: Liquidus | null): MeltC | null {
  if (!before || !after) return null
  const highest = Math.max(before.liquidusC, after.liquidusC)
  return { fromC: highest + ABOVE_C[0], toC: highest + ABOVE_C[1] }
}

/**
 * The temperature at which zinc boils out of a melt: its pressure over it reaches that of the air.
 * @param composition wt%
 * @returns °C; null where it does not below 1300 °C
 * @source zincPressure
 */
export function zincBoilsAt(composition: Record<string, number>): number | null {
  if (zincPressure(composition, BOIL_TO_C) < 1) return null
  let low = 400
  let high = BOIL_TO_C
  while (high - low > 0.5) {
    const middle = (low + high) / 2
    if (zincPressure(composition, middle) < 1) low = middle
    else high = middle
  }
  return low
}
