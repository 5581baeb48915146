import { hasLossDoubt } from './loss-odds'
import { meltCoefficients } from './melt-coefficients'
import { isNone } from './plan'
import type { ChargeProblem } from './problem'
import type { ChargeSolver } from './charge-solver'
import { BAND_NODES, followPlan, MARGIN, withinAsked } from './rungs'
import { afterWeighing } from './weighing'
import { changedProblem, type Concession, type Weighing, type WeighingAsk } from './weighing-ask'

/** Steps by which the end of a band is drawn in. */
const DRAWN_IN = 2
/** An end is found to this share of what is planned: finer than that whole steps make it ragged. */
const GRAIN = 0.002
/** The same where losses are in doubt: each question then takes longer. */
const DOUBTED_GRAIN = 0.01
/** Places inside a band that are looked at for holes, as shares of it, and how often it is drawn in for them. */
const INSIDE = [0.5, 0.25, 0.75]
const MOST_LOOKS = 6
/** What is found by a solver, and so may be off by this, as a share and g. */
const SAME_REACH = 1e-6

export interface WeightBand {
  fromG: number
  toG: number
  /** from where to where the rest may stay as it is planned */
  asPlanned: { fromG: number; toG: number }
}

/**
 * From where to where a weight may be for all that is kept now to be kept still, the rest worked out anew from what
 * there is: limits, tap, and the certainty where the plan has it. Every end was solved.
 * @param ask with the plan at hand as `planned`
 * @param now the answer at hand
 * @param lotId the lot on the pan, planned and not yet weighed
 * @param stepG step of its scale, g: the ends are whole multiples of it
 * @param nodes as many as the answer itself is given
 * @returns null where the plan at hand does not hold itself, or the lot is not in it
 */
export function weightBand(
  solver: ChargeSolver,
  ask: WeighingAsk,
  now: Weighing,
  lotId: string,
  stepG: number,
  nodes: number,
): WeightBand | null {
  const line = now.plan.lines.find(({ lot }) => lot === lotId)
  if (!line || now.concessions.includes('harm') || isNone(now.plan)) return null
  const certain = ask.problem.confidence !== undefined && !now.concessions.includes('no-margin')
  const room = !now.concessions.includes('no-room')
  // With few lots allowed, what others could make of a weight leaves holes in between: the band is of these lots.
  const plannedOnly = ask.problem.maxLots !== undefined && ask.plannedLots.length > 0
  const grams = (steps: number) => Number((steps * stepG).toPrecision(12))
  const stays = (steps: number) => steps > 0 && followPlan(afterWeighing(ask, lotId, grams(steps))) !== null
  const planned = Math.round(line.massG / stepG)
  if (!stays(planned)) return null
  // Where not even any amounts of all the others go with a weight, nobody need look for steps that do.
  const reached = solver.reach(
    widestFor(ask, lotId, { certain, plannedOnly: plannedOnly && !now.concessions.includes('other-lots') }),
    lotId,
  )
  const inReach = (steps: number) =>
    !reached ||
    (grams(steps) >= reached.fromG * (1 - SAME_REACH) - SAME_REACH &&
      grams(steps) <= reached.toG * (1 + SAME_REACH) + SAME_REACH)
  const holdsAt = once((steps: number) => {
    if (steps <= 0) return false
    const after = afterWeighing(ask, lotId, grams(steps))
    if (followPlan(after)) return true
    if (!inReach(steps)) return false
    const widest = changedProblem(after.problem, after, {
      tolerance: 1,
      wide: true,
      certain,
      room,
      plannedOnly,
    })
    return solver.quickPlan(widest, BAND_NODES) !== null
  })
  // A quick look may miss what the answer itself then finds: the end is where that finds nothing more.
  const lost = (concession: Concession) =>
    (plannedOnly || concession !== 'other-lots') && !now.concessions.includes(concession)
  const answered = once((steps: number) => {
    if (steps <= 0) return false
    if (holdsAt.known(steps)) return true
    if (!inReach(steps)) return false
    const after = afterWeighing(ask, lotId, grams(steps))
    return withinAsked(solver, after, nodes, { refused: lost, whether: true }) !== null
  })
  const doubted = hasLossDoubt(ask.problem)
  const grain = Math.max(1, Math.floor((doubted ? DOUBTED_GRAIN : GRAIN) * planned))
  /** as near as an end is searched to */
  const fine = doubted ? grain : 1
  const { meltPerG } = meltOf(ask.problem, lotId)
  const mostG = Math.max(ask.mostTapG, ask.problem.target.tapMassG * MARGIN) / Math.max(meltPerG, 0.01)
  const most = Math.max(planned + 1, Math.ceil(mostG / stepG))
  const kept = { from: lastInside(planned, 0, stays), to: lastInside(planned, most, stays) }
  /** Whole steps make an end ragged, so it is drawn in by a little, and asked once more. */
  const end = (inside: number, outside: number, near: number) => {
    const inwards = Math.sign(inside - outside) * DRAWN_IN
    const quick = lastInside(inside, outside, holdsAt, near, grain)
    const beyond = quick - Math.sign(inwards)
    // Past what is in reach nothing passes: what lies between is halved.
    const past = near - Math.sign(inwards)
    let at =
      reached && (past - beyond) * inwards < 0 && answered(beyond)
        ? halved(beyond, past, answered, grain)
        : lastInside(quick, outside, answered, quick, fine)
    do at = (inside - at - inwards) * inwards > 0 ? at + inwards : inside
    while (at !== inside && !answered(at))
    return at
  }
  let [from, to] = [
    end(kept.from, 0, reached ? Math.ceil(reached.fromG / stepG) : kept.from),
    end(kept.to, most, reached ? Math.floor(reached.toG / stepG) : kept.to),
  ]
  // Other lots may save a weight farther out and not one before it: the band ends where the first is lost.
  for (let look = 0; look < MOST_LOOKS; look++) {
    const lostAt = INSIDE.map((share) => Math.round(from + share * (to - from))).find((at) => !answered(at))
    if (lostAt === undefined) break
    if (lostAt < planned) from = lastInside(kept.from, lostAt, answered, kept.from, fine)
    else to = lastInside(kept.to, lostAt, answered, kept.to, fine)
  }
  return {
    fromG: grams(from),
    toG: grams(to),
    asPlanned: { fromG: grams(kept.from), toG: grams(kept.to) },
  }
}

/** Asks each whole number once; `known` tells of those that were asked that they passed. */
function once(
  passes: (value: number) => boolean,
): ((value: number) => boolean) & { known: (value: number) => boolean } {
  const known = new Map<number, boolean>()
  const ask = (value: number) => {
    const passed = known.get(value) ?? passes(value)
    known.set(value, passed)
    return passed
  }
  return Object.assign(ask, { known: (value: number) => known.get(value) ?? false })
}

/** The problem that any weight of a lot is asked of: as much of it as one likes, up to what the crucible takes. */
function widestFor(
  ask: WeighingAsk,
  lotId: string,
  { certain, plannedOnly }: { certain: boolean; plannedOnly: boolean },
): ChargeProblem {
  const after = { ...ask, begun: true }
  const widest = changedProblem(ask.problem, after, {
    tolerance: 1,
    wide: true,
    certain,
    room: false,
    plannedOnly,
  })
  return {
    ...widest,
    lots: widest.lots.map((lot) => {
      if (lot.id !== lotId) return lot
      const free = { ...lot, availableG: ask.mostTapG + ask.problem.target.tapMassG }
      delete free.maxG
      return free
    }),
  }
}

/**
 * The last whole number on the way outside that still passes; the way is doubled first, then halved.
 * @param near where it may be: looked at first, if it lies on the way
 * @param grain one that passes and is this near will do
 */
function lastInside(
  inside: number,
  outside: number,
  passes: (value: number) => boolean,
  near = inside,
  grain = 1,
): number {
  const direction = Math.sign(outside - inside)
  const start =
    direction > 0 ? Math.min(outside, Math.max(inside, near)) : Math.max(outside, Math.min(inside, near))
  if (start !== inside && !passes(start)) {
    // From there back, by a way that is doubled, to what passes.
    let failed = start
    for (let reach = 1; ; reach *= 2) {
      const next = direction > 0 ? Math.max(inside, failed - reach) : Math.min(inside, failed + reach)
      if (next === inside || passes(next)) return halved(next, failed, passes, grain)
      failed = next
    }
  }
  let held = start
  for (let reach = 1; held !== outside; reach *= 2) {
    const next = direction > 0 ? Math.min(outside, held + reach) : Math.max(outside, held - reach)
    if (passes(next)) {
      held = next
      continue
    }
    return halved(held, next, passes, grain)
  }
  return held
}

/** Between a number that passes and one that does not, the last that does, or one that does and is as near as the grain. */
function halved(passed: number, failed: number, passes: (value: number) => boolean, grain: number): number {
  let [low, high] = [passed, failed]
  while (Math.abs(high - low) > grain) {
    const middle = Math.round((low + high) / 2)
    if (passes(middle)) low = middle
    else high = middle
  }
  return low
}

function meltOf({ lots, recovery = {} }: ChargeProblem, lotId: string): { meltPerG: number } {
  const lot = lots.find(({ id }) => id === lotId)
  return lot ? meltCoefficients(lot, recovery) : { meltPerG: 1 }
}
