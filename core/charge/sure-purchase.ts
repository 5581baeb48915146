import { atLeast, type MassUnit } from '#core/units'
import type { Remedy } from './plan'

/** Multiples of the smallest feasible purchase that are tried. */
const MORE = [1, 1.5, 2, 3, 5, 8]
/** Each try solves a plan. */
const MOST_TRIED = 12

/**
 * Enlarges purchases until the charge is feasible with the asked certainty: the smallest feasible purchase
 * leaves the charge at its limits, as likely out of spec as in.
 * @param remedies remedies of which purchases are enlarged; all others stay
 * @param certain whether a remedy makes the asked certainty possible
 * @param otherwise remedies of the problem with the asked certainty, used where no purchase helps
 * @param unit unit for round amounts
 * @returns the same in their order, with larger purchases where they help; where none does, the replacements
 * @example surePurchases([{ kind: 'obtain', metal: 'Zn', massG: 7 }], (way) => way.massG > 13)[0].massG // 14
 */
export function surePurchases(
  remedies: readonly Remedy[],
  certain: (remedy: Remedy) => boolean,
  otherwise: () => readonly Remedy[] = () => [],
  unit: MassUnit | null = null,
): Remedy[] {
  let tries = 0
  let sure = 0
  const found = remedies.map((remedy) => {
    for (const times of MORE) {
      const more = morePurchased(remedy, times, unit)
      if (!more || tries++ >= MOST_TRIED) break
      if (!certain(more)) continue
      sure++
      return more
    }
    return remedy
  })
  if (sure > 0) return found
  const others = otherwise().filter(isPurchase)
  return others.length > 0 ? [...others, ...found.filter((remedy) => !isPurchase(remedy))] : found
}

const isPurchase = ({ kind }: Remedy): boolean => kind === 'obtain' || kind === 'obtainTogether'

/**
 * Multiplies a purchase and rounds it for display; null for a remedy that is not a purchase.
 * @example morePurchased({ kind: 'obtain', metal: 'Zn', massG: 7 }, 1.5) // { kind: 'obtain', metal: 'Zn', massG: 11 }
 */
export function morePurchased(remedy: Remedy, times: number, unit: MassUnit | null = null): Remedy | null {
  const more = (massG: number) => atLeast(massG * times, unit)
  if (remedy.kind === 'obtain') return { ...remedy, massG: more(remedy.massG) }
  if (remedy.kind !== 'obtainTogether') return null
  return { ...remedy, purchases: remedy.purchases.map((one) => ({ ...one, massG: more(one.massG) })) }
}
