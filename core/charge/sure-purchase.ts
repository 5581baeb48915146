import { atLeast, type MassUnit } from '#core/units'
import type { Remedy } from './plan'

/** Of the least that lets a charge be made, how much more is tried. */
const MORE = [1, 1.5, 2, 3, 5, 8]
/** Each try is a plan. */
const MOST_TRIED = 12

/**
 * Purchases with which a charge can be made with the certainty that is asked: the least that lets it be made at all
 * leaves it at its limits, and as likely out of them as in.
 * @param remedies ways out, of which the purchases are looked at; all others stay as they are
 * @param certain whether a charge with the certainty asked can be made with a way out
 * @param otherwise ways out of the problem with the certainty asked, looked for where no purchase makes it certain
 * @param unit the unit they are told in
 * @returns the same in their order, with more to get where more makes it certain; where none does, what does in place
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
 * The same purchase, so many times as much of it, as it can be told in a unit; null for what is none.
 * @example morePurchased({ kind: 'obtain', metal: 'Zn', massG: 7 }, 1.5) // { kind: 'obtain', metal: 'Zn', massG: 11 }
 */
export function morePurchased(remedy: Remedy, times: number, unit: MassUnit | null = null): Remedy | null {
  const more = (massG: number) => atLeast(massG * times, unit)
  if (remedy.kind === 'obtain') return { ...remedy, massG: more(remedy.massG) }
  if (remedy.kind !== 'obtainTogether') return null
  return { ...remedy, purchases: remedy.purchases.map((one) => ({ ...one, massG: more(one.massG) })) }
}
