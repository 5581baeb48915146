import { combineReadings } from '#core/assay'
import { heatRecovery, weighedCharge, type Heat } from '#core/heat'
import type { Lot } from '#core/stock'
import { predictMelt } from '#core/charge'
import { observeSum, type Belief, type JointBelief } from './posterior'

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

/**
 * Compositions of lots sharpened by the heats they went into: each assay is an observation of the sum of what its lots
 * brought.
 * @param lots of the yard; those known exactly are left alone
 * @returns proposals; nothing is changed by itself, and nothing comes from one heat alone
 * @source Kalman's update (Kalman 1960; from memory)
 */
export function sharpenLots(lots: readonly Lot[], heats: readonly Heat[]): SharperShare[] {
  const usable = heats.filter(({ loggedAt, weighed, assays }) => loggedAt && weighed.length && assays.length)
  const elements = new Set(
    usable.flatMap(({ assays }) => assays.flatMap(({ readings }) => Object.keys(readings))),
  )
  return [...elements].flatMap((element) => sharpenElement(element, lots, usable))
}

function sharpenElement(element: string, lots: readonly Lot[], heats: readonly Heat[]): SharperShare[] {
  const doubtful = lots.filter(({ sd }) => (sd[element] ?? 0) > 0)
  if (doubtful.length === 0) return []
  const at = new Map(doubtful.map(({ id }, index) => [id, index]))
  let belief: JointBelief = {
    mean: doubtful.map(({ composition }) => composition[element] ?? 0),
    covariance: doubtful.map((lot, i) => doubtful.map((_, j) => (i === j ? (lot.sd[element] ?? 0) ** 2 : 0))),
  }
  const counts = doubtful.map(() => 0)
  for (const heat of heats) {
    const measured = combineReadings(heat.assays)[element]
    if (!measured || measured.below !== undefined) continue
    const recovery = heatRecovery(heat)
    const lines = weighedCharge(heat.weighed)
    const meltG = predictMelt(lines, recovery).tapMassG
    const weights = doubtful.map(() => 0)
    let knownPct = 0
    for (const { lot, massG } of lines) {
      const weight = (massG * (lot.metallicYield ?? 1) * (recovery[element] ?? 1)) / meltG
      const index = at.get(lot.id)
      if (index === undefined) knownPct += weight * (lot.composition[element] ?? 0)
      else weights[index]! += weight
    }
    if (weights.every((weight) => weight === 0)) continue
    const sd = Math.hypot(measured.sd, (VOLATILE_DOUBT[element] ?? RECOVERY_DOUBT) * measured.pct)
    const seen = { value: measured.pct - knownPct, sd }
    if (surprise(belief, weights, seen) > ACCIDENT) continue
    belief = observeSum(belief, weights, seen)
    for (const [index, weight] of weights.entries()) if (weight > 0) counts[index]!++
  }
  return doubtful.flatMap((lot, index) => {
    const before = { value: lot.composition[element] ?? 0, sd: lot.sd[element]! }
    const after = {
      value: Math.max(0, belief.mean[index]!),
      sd: Math.sqrt(belief.covariance[index]![index]!),
    }
    const tells = after.sd < SHRINKS * before.sd || Math.abs(after.value - before.value) > before.sd / 2
    if (counts[index]! < 2 || !tells || before.value < LEAST_PCT) return []
    return [{ lotId: lot.id, name: lot.name, element, before, after, heats: counts[index]! }]
  })
}

/** How far an observation lies from what is believed, in standard deviations of both together. */
function surprise({ mean, covariance }: JointBelief, weights: readonly number[], seen: Belief): number {
  const expected = weights.reduce((sum, weight, at) => sum + weight * mean[at]!, 0)
  const variance = weights.reduce(
    (sum, weight, i) =>
      sum + weight * weights.reduce((part, other, j) => part + other * covariance[i]![j]!, 0),
    seen.sd ** 2,
  )
  return Math.abs(seen.value - expected) / Math.sqrt(variance)
}
