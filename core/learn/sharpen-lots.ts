import { nth } from '#core/lists'
import { combineReadings } from '#core/assay'
import { heatRecovery, weighedCharge, type Heat } from '#core/heat'
import type { Lot } from '#core/stock'
import { predictMelt } from '#core/charge'
import type { Belief } from './posterior'
import { sparseBelief } from './sparse-belief'

/** What the heats a lot went into say of one of its elements. */
export interface SharperShare {
  lotId: string
  name: string
  element: string
  before: Belief
  after: Belief
  heats: number
}

/** A recovery is known no better, as a fraction of what is in. Engineering estimate. */
const RECOVERY_DOUBT = 0.015
/** Volatile elements differ from heat to heat by more. Engineering estimate. */
const VOLATILE_DOUBT: Readonly<Record<string, number>> = { Zn: 0.03, Mg: 0.08, P: 0.2 }
/** Worth telling: the spread shrinks to so much of what it was, or the value moves by half a spread. */
const SHRINKS = 0.5
const LEAST_PCT = 0.05
/** An assay so many standard deviations from what the lots can make is of no ordinary heat. */
const ACCIDENT = 4

/** What one heat says of its lots, whatever the element. */
interface WindowMessage {
  measured: ReturnType<typeof combineReadings>
  recovery: Record<string, number>
  lines: { lotId: string; composition: Lot['composition']; perMelt: number }[]
}

/**
 * Compositions of lots sharpened by the heats they went into: each assay is an observation of the sum of what its lots
 * brought.
 * @param lots of the yard; those known exactly are left alone
 * @param told hears how far it is, 0 to 1
 * @returns proposals; nothing is changed by itself, and nothing comes from one heat alone
 * @source Kalman's update (Kalman 1960; from memory)
 */
export function sharpenLots(
  lots: readonly Lot[],
  heats: readonly Heat[],
  told: (done: number) => void = () => {},
): SharperShare[] {
  const usable = heats
    .filter(({ loggedAt, weighed, assays }) => loggedAt && weighed.length && assays.length)
    .map(toldBy)
  const elements = [...new Set(usable.flatMap(({ measured }) => Object.keys(measured)))]
  return elements.flatMap((element, at) => {
    told(at / elements.length)
    return sharpenElement(element, lots, usable)
  })
}

function toldBy(heat: Heat): WindowMessage {
  const recovery = heatRecovery(heat)
  const charge = weighedCharge(heat.weighed)
  const meltG = predictMelt(charge, recovery).tapMassG
  return {
    measured: combineReadings(heat.assays),
    recovery,
    lines: charge.map(({ massG, lot }) => ({
      lotId: lot.id,
      composition: lot.composition,
      perMelt: (massG * (lot.metallicYield ?? 1)) / meltG,
    })),
  }
}

function sharpenElement(
  element: string,
  lots: readonly Lot[],
  heats: readonly WindowMessage[],
): SharperShare[] {
  const doubtful = lots.filter(({ sd }) => (sd[element] ?? 0) > 0)
  if (doubtful.length === 0) return []
  const at = new Map(doubtful.map(({ id }, index) => [id, index]))
  const before = doubtful.map((lot) => ({ value: lot.composition[element] ?? 0, sd: lot.sd[element]! }))
  const belief = sparseBelief(before)
  const counts = doubtful.map(() => 0)
  for (const { measured: all, recovery, lines } of heats) {
    const measured = all[element]
    if (!measured || measured.below !== undefined) continue
    const weights = new Map<number, number>()
    let knownPct = 0
    for (const { lotId, composition, perMelt } of lines) {
      const weight = perMelt * (recovery[element] ?? 1)
      const index = at.get(lotId)
      if (index === undefined) knownPct += weight * (composition[element] ?? 0)
      else if (weight > 0) weights.set(index, (weights.get(index) ?? 0) + weight)
    }
    if (weights.size === 0) continue
    const sum = [...weights]
    const sd = Math.hypot(measured.sd, (VOLATILE_DOUBT[element] ?? RECOVERY_DOUBT) * measured.pct)
    const seen = { value: measured.pct - knownPct, sd }
    if (belief.surprise(sum, seen) > ACCIDENT) continue
    belief.observe(sum, seen)
    for (const index of weights.keys()) counts[index]!++
  }
  return doubtful.flatMap((lot, index) => {
    const now = belief.believed(index)
    const was = nth(before, index)
    const after = { ...now, value: Math.max(0, now.value) }
    const tells = after.sd < SHRINKS * was.sd || Math.abs(after.value - was.value) > was.sd / 2
    if (nth(counts, index) < 2 || !tells || was.value < LEAST_PCT) return []
    return [{ lotId: lot.id, name: lot.name, element, before: was, after, heats: nth(counts, index) }]
  })
}
