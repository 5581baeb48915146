import { gatingMass, metalNeeded, partFigures, weighNeed, type MetalNeed, type Part } from '#core/casting'
import { nth, present } from '#core/lists'
import type { Lot } from '#core/stock'
import { lotChoice } from './lot-choice'
import { newHeat } from './new-heat'
import type { Heat } from './schema'

/** One of the heats that a heat too large is divided into. */
export interface HeatShare {
  tapMassG: number
  need: MetalNeed | null
}

/** Divided, or why it cannot be. */
export type SplitAnswer = { ok: true; shares: HeatShare[] } | { ok: false; why: 'one-too-large' | 'too-many' }

/** More heats than this nobody melts for one target. */
const MOST_HEATS = 50

/**
 * How a heat that does not fit is divided: castings that are listed one by one are dealt out so that the heats come out
 * as alike as they can, each whole; anything else is divided evenly.
 * @param limitG the most one heat may tap
 * @param gcm3 of the solid metal, to weigh the castings
 * @throws RangeError for a heat without a tap mass, or a limit that is not above zero
 * @source longest first onto the least loaded (Graham's rule for like machines), with one heat more until all fit
 * @example splitShares({ tapMassG: 9000, need: null }, 4000, 8.7).shares.length // 3
 */
export function splitShares(
  { tapMassG, need }: Pick<Heat, 'tapMassG' | 'need'>,
  limitG: number,
  gcm3: number,
): SplitAnswer {
  const whole = tapMassG ?? 0
  if (!(whole > 0) || !(limitG > 0)) throw new RangeError('a tap and a limit are above zero')
  const pieces = (need?.parts ?? []).flatMap((part) => Array.from({ length: part.count }, () => part))
  const least = Math.max(2, Math.ceil(whole / limitG - 1e-9))
  if (least > MOST_HEATS) return { ok: false, why: 'too-many' }
  // More is wanted than the castings need: it is the tap that is divided, and the first that fits pours them.
  const neededG = need ? metalNeeded(weighNeed(need, gcm3)) : whole
  if (need && Math.abs(neededG - whole) > NEAR * whole) return plainly(whole, need, least, neededG)
  if (!need || pieces.length === 0) return evenly(whole, need, least, limitG)
  for (let count = least; count <= Math.min(MOST_HEATS, pieces.length); count++) {
    const shares = dealt(pieces, count, need, gcm3)
    if (shares.every((share) => share.tapMassG <= limitG * (1 + 1e-9))) return { ok: true, shares }
  }
  return { ok: false, why: 'one-too-large' }
}

/** A tap this near to what castings need is theirs. */
const NEAR = 0.01

function plainly(whole: number, need: MetalNeed, count: number, neededG: number): SplitAnswer {
  const tapMassG = round(whole / count)
  const fits = neededG <= tapMassG
  const shares = Array.from({ length: count }, (_, at) => ({
    tapMassG,
    need: at === 0 && fits ? need : null,
  }))
  return { ok: true, shares }
}

function evenly(whole: number, need: MetalNeed | null, least: number, limitG: number): SplitAnswer {
  for (let count = least; count <= MOST_HEATS; count++) {
    const own =
      need && need.castingsG > 0 ? { ...need, castingsG: need.castingsG / count, gating: null } : null
    // Each leaves a heel of its own.
    const tapMassG = own ? metalNeeded({ ...own, gatingPct: sharePct(need!) }) : whole / count
    if (tapMassG <= limitG * (1 + 1e-9)) {
      const share = { tapMassG: round(tapMassG), need: own && { ...own, gatingPct: sharePct(need!) } }
      return { ok: true, shares: Array.from({ length: count }, () => share) }
    }
  }
  return { ok: false, why: 'one-too-large' }
}

/** Gates sized for one mould are a share of the castings where these are divided without being counted. */
const sharePct = (need: MetalNeed) => Math.min(400, (100 * gatingMass(need)) / need.castingsG)

function dealt(pieces: readonly Part[], count: number, need: MetalNeed, gcm3: number): HeatShare[] {
  const massOf = (part: Part) => (partFigures(part)?.volumeCm3 ?? 0) * gcm3
  const heaps = Array.from({ length: count }, () => ({ massG: 0, parts: new Map<string, Part>() }))
  for (const piece of [...pieces].sort((a, b) => massOf(b) - massOf(a))) {
    const heap = heaps.reduce((least, one) => (one.massG < least.massG ? one : least))
    heap.massG += massOf(piece)
    const had = heap.parts.get(piece.id)
    heap.parts.set(piece.id, { ...piece, count: (had?.count ?? 0) + 1 })
  }
  return heaps.map(({ parts }) => {
    const own = weighNeed({ ...need, parts: [...parts.values()] }, gcm3)
    return { tapMassG: round(metalNeeded(own)), need: own }
  })
}

const round = (massG: number) => Number(massG.toFixed(1))

/** A heat being divided. */
export interface SplitAsk {
  heat: Heat
  shares: readonly HeatShare[]
  /** the free stock */
  lots: readonly Lot[]
  /** one for each new heat, the shares less one */
  stamps: readonly { id: string; now: string; zone?: string }[]
  /** all heats of the yard */
  heats: readonly Heat[]
}

/**
 * A heat divided: each part keeps to its share of every lot. What the whole can be made of, each can, in the same
 * proportions; so all come out alike, and the last is not left with the worst scrap. The heat itself becomes the first.
 * @returns as many heats as shares
 * @throws RangeError where stamps are missing
 * @example splitHeat({ heat: { title: 'Bell' }, shares: [{ tapMassG: 900, need: null }], lots: [], stamps: [], heats: [] })[0].title // 'Bell, 1 of 1'
 */
export function splitHeat({ heat, shares, lots, stamps, heats }: SplitAsk): Heat[] {
  const wholeG = shares.reduce((sum, { tapMassG }) => sum + tapMassG, 0)
  const known = [...heats]
  return shares.map(({ tapMassG, need }, at) => {
    const fresh = at === 0 ? heat : newHeat(nth(stamps, at - 1), known)
    if (at > 0) known.push(fresh)
    const { id, number, createdAt, updatedAt, zone } = fresh
    const stamp = { id, number, createdAt, updatedAt, ...(zone ? { zone } : {}) }
    return {
      ...heat,
      ...stamp,
      title: `${heat.title || present(heat.alloy, 'alloy').name}, ${at + 1} of ${shares.length}`.slice(
        0,
        120,
      ),
      tapMassG,
      need,
      choices: shareOf(heat, lots, tapMassG / wholeG),
      planLots: [],
      planned: undefined,
      plan: undefined,
      reserved: undefined,
    }
  })
}

/** At most a share of every lot, and of what was locked; a heat that aims at no alloy takes only what was locked. */
function shareOf(
  { choices, asItComes }: Pick<Heat, 'choices' | 'asItComes'>,
  lots: readonly Lot[],
  share: number,
): Heat['choices'] {
  const own = { ...choices }
  if (asItComes) {
    for (const [id, choice] of Object.entries(choices))
      if (choice.lockG) own[id] = { ...choice, lockG: Number((choice.lockG * share).toFixed(1)) }
    return own
  }
  for (const lot of lots) {
    const before = choices[lot.id]
    if (before && !before.use) continue
    const capG = Math.min(before?.capG ?? Infinity, lot.massG) * share
    const lockG = before?.lockG ? before.lockG * share : null
    own[lot.id] = lotChoice({ ...before, lockG, capG: Number(capG.toFixed(1)) })
  }
  return own
}

/**
 * A heat too large for what melts it, made as ingots first: so many heats of ingots, and the heat itself, which is left
 * to melt these.
 * @param keeps share of the ingots that is left when they are melted again
 * @returns the ingot heats, then the heat itself
 * @example ingotsFirst({ heat: { title: 'Bell', tapMassG: 900 }, limitG: 10, keeps: 1, lots: [], stamps: [], heats: [] }).length // 0
 */
export function ingotsFirst(ask: Omit<SplitAsk, 'shares'> & { limitG: number; keeps: number }): Heat[] {
  const { heat, limitG, keeps, lots } = ask
  const wantedG = present(heat.tapMassG, 'tap mass') / keeps
  const answer = splitShares({ tapMassG: Math.max(wantedG, limitG * 1.001), need: null }, limitG, 1)
  if (!answer.ok) return []
  const { id: _, ...rest } = heat
  const name = heat.title || present(heat.alloy, 'alloy').name
  const first = newHeat(nth(ask.stamps, 0), ask.heats)
  const ingots = splitHeat({
    ...ask,
    heat: { ...rest, ...stampOf(first), title: `${name}, ingots`.slice(0, 120), need: null },
    shares: answer.shares.map(({ tapMassG }) => ({ tapMassG, need: null })),
    stamps: ask.stamps.slice(1),
    heats: [...ask.heats, first],
  })
  const off = Object.fromEntries(lots.map(({ id }) => [id, lotChoice({ ...heat.choices[id], use: false })]))
  return [...ingots, { ...heat, choices: { ...heat.choices, ...off } }]
}

const stampOf = ({ id, number, createdAt, updatedAt, zone }: Heat) => ({
  id,
  number,
  createdAt,
  updatedAt,
  ...(zone ? { zone } : {}),
})
