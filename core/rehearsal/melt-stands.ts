import type { Composition } from '#core/composition'
import { byId } from '#core/lists'
import { COVERS, hydrogenSolubilityAl, startingRate, zincPressure } from '#core/melt'
import type { Standing } from './standing'
import { ANSWERS } from './table'

/** The metal in the pot as it changes by standing. */
type InPot = Pick<
  Standing,
  'grams' | 'meltG' | 'drossG' | 'zincLostG' | 'gasCm3' | 'celsius' | 'liquidusC' | 'cover' | 'spilled'
>

/**
 * What a melt is made of.
 * @returns wt%
 * @example sharesOf({ grams: { Cu: 9, Sn: 1 }, meltG: 10 }) // { Cu: 90, Sn: 10 }
 */
export const sharesOf = ({ grams, meltG }: Pick<InPot, 'grams' | 'meltG'>): Composition =>
  Object.fromEntries(Object.entries(grams).map(([symbol, g]) => [symbol, (100 * g) / meltG]))

/**
 * Metal that burns into dross, of everything alike.
 * @param inDross what became of it, g of each element; it is added to
 * @example toDross({ grams: {}, meltG: 0, drossG: 0 }, {}, 1) ?? 'nothing there' // 'nothing there'
 */
export function toDross(
  now: Pick<InPot, 'grams' | 'meltG' | 'drossG'>,
  inDross: Record<string, number>,
  grams: number,
): void {
  const share = Math.min(1, grams / Math.max(1e-9, now.meltG))
  for (const [symbol, here] of Object.entries(now.grams)) {
    inDross[symbol] = (inDross[symbol] ?? 0) + share * here
    now.grams[symbol] = here * (1 - share)
  }
  now.drossG += share * now.meltG
  now.meltG *= 1 - share
}

/**
 * Zinc that leaves as fume, g.
 * @example zincFume({ grams: { Zn: 2 }, meltG: 10, zincLostG: 0 }, 1) ?? 'gone' // 'gone'
 */
export function zincFume(now: Pick<InPot, 'grams' | 'meltG' | 'zincLostG'>, grams: number): void {
  now.grams.Zn = (now.grams.Zn ?? 0) - grams
  now.meltG -= grams
  now.zincLostG += grams
}

/**
 * Metal that runs out through the wall, all of it alike.
 * @param share of what is there
 * @example loseToSpill({ grams: { Cu: 2 }, meltG: 2, spilled: {} }, 0.5) ?? 'out' // 'out'
 */
export function loseToSpill(now: Pick<InPot, 'grams' | 'meltG' | 'spilled'>, share: number): void {
  for (const [symbol, here] of Object.entries(now.grams)) {
    now.spilled[symbol] = (now.spilled[symbol] ?? 0) + share * here
    now.grams[symbol] = here * (1 - share)
  }
  now.meltG *= 1 - share
}

/**
 * What some minutes do to a molten charge: zinc goes, dross grows, an aluminium melt takes up gas.
 * @source zinc and hydrogen of #core/melt; dross an engineering estimate in data/rehearsal.json
 * @example holdMelt({ ...openRehearsal(copperHeat).now, celsius: 1200 }, { metal: 'Cu', surfaceCm2: 80, inDross: {} }, 0) ?? 'stood' // 'stood'
 */
export function holdMelt(
  now: InPot,
  { metal, surfaceCm2, inDross }: { metal: string; surfaceCm2: number; inDross: Record<string, number> },
  minutes: number,
): void {
  const factor = byId(COVERS, now.cover).factor
  const zinc = now.grams.Zn ?? 0
  if (zinc > 0 && metal === 'Cu') {
    const pressure = zincPressure(sharesOf(now), now.celsius)
    zincFume(now, Math.min(zinc, startingRate() * surfaceCm2 * pressure * factor * minutes))
  }
  const { gPerCm2Min, doublesEveryC } = ANSWERS.dross
  const rate = (gPerCm2Min[metal] ?? 0) * Math.exp((Math.LN2 * (now.celsius - now.liquidusC)) / doublesEveryC)
  toDross(now, inDross, rate * surfaceCm2 * factor * minutes)
  if (metal !== 'Al') return
  const { atm, tauMin } = ANSWERS.gas
  const holds = hydrogenSolubilityAl(Math.max(661, now.celsius), atm)
  now.gasCm3 += (holds - now.gasCm3) * (1 - Math.exp(-minutes / tauMin))
}
