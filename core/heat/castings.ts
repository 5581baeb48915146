import type { Cast } from './cast-schema'
import type { Heat, Pour } from './schema'

/** What a casting weighed at each stage, and what each step took off it, g; null where it was not weighed. */
export interface CastSteps {
  /** gates, risers and flash: they go back to the bins */
  cutOffG: number | null
  /** ground, filed and polished away: that is gone */
  groundOffG: number | null
  /** as it is now */
  nowG: number | null
  /** as the mass balance of its heat counts it: with what is ground off later */
  pouredG: number | null
}

/**
 * What the steps from mould to polish took off a casting.
 * @returns g, for all of them together
 * @example castSteps({ grossG: 527, fettledG: 410, finishedG: 398 }).groundOffG // 12
 */
export function castSteps({
  grossG,
  fettledG,
  finishedG,
}: Pick<Cast, 'grossG' | 'fettledG' | 'finishedG'>): CastSteps {
  const between = (before: number | null, after: number | null) =>
    before === null || after === null ? null : before - after
  // What was not fettled apart was ground off with the rest.
  const before = fettledG ?? grossG
  return {
    cutOffG: between(grossG, fettledG),
    groundOffG: between(before, finishedG),
    nowG: finishedG ?? before,
    pouredG: before ?? finishedG,
  }
}

/** A weight that grew from one step to the next: one of the two is wrong. */
export type CastFault = 'heavier-fettled' | 'heavier-finished'

/**
 * What cannot be in the weights of a casting.
 * @returns null where each step took something off, or nothing
 * @example castFault({ grossG: 400, fettledG: 410, finishedG: null }) // 'heavier-fettled'
 */
export function castFault({
  grossG,
  fettledG,
  finishedG,
}: Pick<Cast, 'grossG' | 'fettledG' | 'finishedG'>): CastFault | null {
  if (fettledG !== null && grossG !== null && fettledG > grossG) return 'heavier-fettled'
  const before = fettledG ?? grossG
  return finishedG !== null && before !== null && finishedG > before ? 'heavier-finished' : null
}

/**
 * A pour with these castings, and their mass as the balance takes it.
 * @example withCastings({ ingots: [], castingsG: 5 }, []).castingsG // null
 */
export function withCastings(pour: Pour, castings: readonly Cast[]): Pour {
  const weights = castings.flatMap((cast) => castSteps(cast).pouredG ?? [])
  return {
    ...pour,
    castings: [...castings],
    castingsG: weights.length > 0 ? Number(weights.reduce((sum, one) => sum + one, 0).toFixed(3)) : null,
  }
}

/** What all castings of a pour come to, g. */
export interface CastingTotals {
  cutOffG: number
  groundOffG: number
  /** in castings that are spoiled */
  spoiledG: number
  /** in castings that can be used, as they are now */
  goodG: number
}

/**
 * What all castings of a pour come to.
 * @example castingTotals([]).goodG // 0
 */
export function castingTotals(castings: readonly Cast[]): CastingTotals {
  const totals: CastingTotals = { cutOffG: 0, groundOffG: 0, spoiledG: 0, goodG: 0 }
  for (const cast of castings) {
    const { cutOffG, groundOffG, nowG } = castSteps(cast)
    totals.cutOffG += cutOffG ?? 0
    totals.groundOffG += groundOffG ?? 0
    totals[cast.verdict === 'spoiled' ? 'spoiledG' : 'goodG'] += nowG ?? 0
  }
  return totals
}

/**
 * Castings that were planned for a heat and are not written down yet, as blank ones.
 * @param ids as many as parts were planned, at least
 * @example plannedCastings({ need: { parts: [{ name: 'Cleat', count: 4 }] }, pour: {} }, ['a'])[0].name // 'Cleat'
 */
export function plannedCastings({ need, pour }: Pick<Heat, 'need' | 'pour'>, ids: readonly string[]): Cast[] {
  const there = new Set((pour.castings ?? []).map(({ name }) => name))
  return (need?.parts ?? [])
    .filter(({ name }) => !there.has(name))
    .flatMap(({ name, count }, at) => {
      const id = ids[at]
      return id ? [blankCast(id, name, count)] : []
    })
}

/**
 * A casting nothing was written down of.
 * @example blankCast('a', 'Cleat', 4).count // 4
 */
export const blankCast = (id: string, name = '', count = 1): Cast => ({
  id,
  name,
  count,
  grossG: null,
  fettledG: null,
  finishedG: null,
  verdict: 'not-told',
  fault: '',
  note: '',
  photos: [],
  workMin: null,
})
