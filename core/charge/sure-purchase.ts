import type { Remedy } from './plan'

/** Of the least that lets a charge be made, how much more is tried. */
const MORE = [1, 1.5, 2, 3, 5, 8]
/** Each try is a plan. */
const MOST_TRIED = 12

/**
 * Purchases with which a charge can be made with the certainty that is asked: the least that lets it be made at all
 * leaves it at its limits, and as likely out of them as in.
 * @param remedies ways out, of which the purchases of one metal are looked at; all others stay as they are
 * @param certain whether a charge with the certainty asked can be made with a way out
 * @returns the same in their order, with more to get where more makes it certain
 * @example surePurchases([{ kind: 'obtain', metal: 'Zn', massG: 7 }], (way) => way.massG > 13)[0].massG // 14
 */
export function surePurchases(remedies: readonly Remedy[], certain: (remedy: Remedy) => boolean): Remedy[] {
  let tries = 0
  return remedies.map((remedy) => {
    if (remedy.kind !== 'obtain') return remedy
    for (const times of MORE) {
      if (tries++ >= MOST_TRIED) break
      const more: Remedy = { ...remedy, massG: Math.ceil(remedy.massG * times) }
      if (certain(more)) return more
    }
    return remedy
  })
}
