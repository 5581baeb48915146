import { nth } from '#core/lists'
import type { BlendLot } from './blend-lot'
import type { BlendModel } from './blend-model'
import type { UseSum } from './uses'
import { minimiseWithCones, ROUGHLY } from './cones'
import { Heap } from './heap'
import { NO_SOLUTION, SearchTimeout, type LinearSolution, type OpenProgramme } from './linear-programme'

/** Bounds on a lot's column at a node, in solver units; "used" once it must be in the charge. */
interface Decision {
  index: number
  lower: number
  upper: number
  used: boolean
}

/** A violated rule and its two branches. */
interface Branch {
  index: number
  /** Distance above the lower branch, 0–1. */
  part: number
  /** Priority before anything is known of the lot. */
  score: number
  down: Decision
  up: Decision
}

interface Node {
  decisions: Decision[]
  /** Lower bound on the cost of any plan below this node. */
  floor: number
  /** The branching that led here, to learn its cost from. */
  step?: { index: number; side: 'down' | 'up'; distance: number }
}

export interface SearchResult {
  solution: LinearSolution
  /** False when time ran out before the rest of the tree was ruled out. */
  proven: boolean
  /** Remaining gap, as a share of the cost. */
  gap: number
}

/** Integrality and smallest lines are met to this fraction of a piece or line. */
const WHOLE = 1e-6
/** Relative gap below which a node is pruned. */
const WORTH = 5e-7
/** Without a plan the search dives; one node in this many restarts from the best bound. */
const CHANGE = 12
/** Rules tried in both directions before branching, while pseudocosts are unknown. */
const TRIED = 4
/** With a node budget below this, no strong branching. */
const HURRY = 20
/** Number of observations per branch after which a pseudocost counts as known. */
const KNOWN = 1

/**
 * Finds the best plan with whole pieces, smallest lines and a maximum number of lots: branch and bound over a
 * linear programme, each node warm-started from the one before. A dive gives a first plan; then the node with
 * the best bound is next. Branching uses pseudocosts.
 * @param outOfTime checked between nodes
 * @param nodes further nodes allowed once a plan is known
 */
export function search(
  open: OpenProgramme,
  model: BlendModel,
  outOfTime: () => boolean,
  nodes = Infinity,
): SearchResult {
  const bench = new Bench(open, model, nodes < HURRY ? 0 : TRIED)
  const waiting = new Heap<Node>()
  let left = nodes
  let best = NO_SOLUTION
  let pops = 0
  let dive: Node | undefined = { decisions: [], floor: -Infinity }
  let node = dive
  /** The best plan known, and the gap to what was not searched. */
  const cutShort = (): SearchResult => {
    const floor = Math.min(node.floor, waiting.least)
    const gap = (best.objective - floor) / Math.max(1e-12, Math.abs(best.objective))
    return { solution: best, proven: best.feasible && gap <= WORTH, gap: Math.max(0, gap) }
  }
  try {
    while (dive ?? waiting.size > 0) {
      node = dive ?? (best.feasible || ++pops % CHANGE === 0 ? waiting.pop()! : waiting.latest()!)
      dive = undefined
      if ((best.feasible && --left < 0) || outOfTime()) return cutShort()
      const target = best.objective - WORTH * Math.abs(best.objective)
      if (node.floor >= target) continue
      let solution = bench.solve(node.decisions)
      bench.learn(node, solution)
      if (!solution.feasible || solution.objective >= target) continue
      let branches = branchesOf(model, node.decisions, solution)
      if (branches.length === 0) {
        solution = minimiseWithCones(open, model)
        if (!solution.feasible || solution.objective >= target) continue
        branches = branchesOf(model, node.decisions, solution)
      }
      if (branches.length === 0) {
        best = solution
        if (waiting.size > 0) open.cutOff(best.objective)
        continue
      }
      const branch = bench.choose(branches, node.decisions, solution)
      const [near, far] = branch.part > 0.5 ? (['up', 'down'] as const) : (['down', 'up'] as const)
      const child = (side: 'down' | 'up'): Node => ({
        decisions: [...node.decisions, branch[side]],
        floor: solution.objective,
        step: {
          index: branch.index,
          side,
          distance: Math.max(0.01, side === 'up' ? 1 - branch.part : branch.part),
        },
      })
      waiting.push(child(far))
      dive = child(near)
      // From the root, one jump settles every light line at once and usually gives a good plan. Until then, lines
      // that only need to be marked as used are marked together.
      const settled =
        node.decisions.length === 0
          ? settleAll(model, solution)
          : best.feasible
            ? []
            : useAll(model, node.decisions, solution)
      if (settled.length > 1) {
        waiting.push(dive)
        dive = { decisions: [...node.decisions, ...settled], floor: solution.objective }
      }
    }
    return { solution: best, proven: true, gap: 0 }
  } catch (error) {
    // Running out of time inside a node loses the node, not the best plan.
    if (error instanceof SearchTimeout) return cutShort()
    throw error
  } finally {
    bench.clear()
  }
}

/** Runs `work` with the lots and pieces of an answer fixed: lots in use stay in, others stay out. */
export function settled<T>(
  open: OpenProgramme,
  model: BlendModel,
  { values }: LinearSolution,
  run: () => T,
): T {
  const bench = new Bench(open, model, 0)
  const decisions = model.lots.flatMap(({ lot, column, unitG, leastG, upperG, stepG }, index): Decision[] => {
    if (lot.fixedG !== undefined) return []
    const z = nth(values, column)
    if (z * unitG <= WHOLE) return [{ index, lower: 0, upper: 0, used: false }]
    const bounds =
      stepG === undefined ? { lower: leastG / unitG, upper: upperG / unitG } : { lower: z, upper: z }
    return [{ index, ...bounds, used: true }]
  })
  try {
    bench.apply(decisions)
    return run()
  } finally {
    bench.clear()
  }
}

/** The model being searched: applies decisions and learns their pseudocosts. */
class Bench {
  private touched = new Set<number>()
  /** Cost per unit of a lot where it differs from the model's: 0 once its use is decided. */
  private readonly shares = new Map<number, number>()
  private readonly gains: { down: number; up: number; downs: number; ups: number }[]

  constructor(
    private readonly open: OpenProgramme,
    private readonly model: BlendModel,
    private readonly tried: number,
  ) {
    this.gains = model.lots.map(() => ({ down: 0, up: 0, downs: 0, ups: 0 }))
  }

  solve(decisions: readonly Decision[]): LinearSolution {
    if (!this.apply(decisions)) return NO_SOLUTION
    return minimiseWithCones(this.open, this.model, ROUGHLY)
  }

  /** Restores every column and count to its own values. */
  clear(): void {
    this.open.cutOff(Infinity)
    this.apply([])
  }

  /**
   * Applies a node's bounds and restores those the previous node changed.
   * @returns false, with nothing changed, where decisions contradict or more lots must be used than allowed
   */
  apply(decisions: readonly Decision[]): boolean {
    const { lots, maxLots } = this.model
    const bounds = new Map<number, Decision>()
    for (const decision of decisions) {
      const former = bounds.get(decision.index)
      bounds.set(decision.index, {
        ...decision,
        lower: Math.max(decision.lower, former?.lower ?? 0),
        upper: Math.min(decision.upper, former?.upper ?? Infinity),
        used: decision.used || (former?.used ?? false),
      })
    }
    for (const { lower, upper } of bounds.values()) if (lower > upper + 1e-9) return false
    const used = maxLots.map(() => 0)
    for (const decision of bounds.values()) if (decision.used) used[nth(lots, decision.index).heat]!++
    if (used.some((count, heat) => count > nth(maxLots, heat))) return false
    this.count(bounds)
    if (used.some((count, heat) => count >= nth(maxLots, heat)))
      lots.forEach(({ lot, heat }, index) => {
        if (nth(used, heat) >= nth(maxLots, heat) && lot.fixedG === undefined && !bounds.get(index)?.used)
          bounds.set(index, { index, lower: 0, upper: 0, used: false })
      })
    for (const index of this.touched) if (!bounds.has(index)) this.open.bound(nth(lots, index).column)
    for (const { index, lower, upper } of bounds.values())
      this.open.bound(nth(lots, index).column, lower, Math.max(lower, upper))
    this.touched = new Set(bounds.keys())
    return true
  }

  /** A lot that must be used counts in full; one with a lower bound counts more per unit. */
  private count(bounds: ReadonlyMap<number, Decision>): void {
    const { lots, sums } = this.model
    if (sums.length === 0) return
    const wanted = new Map<number, number>()
    for (const { index, lower, upper, used } of bounds.values()) {
      const { most } = nth(lots, index)
      if (used) wanted.set(index, 0)
      else if (upper > lower && upper < most) wanted.set(index, 1 / upper)
    }
    const changed = new Map<number, number>()
    for (const index of this.shares.keys())
      if (!wanted.has(index)) changed.set(index, 1 / nth(lots, index).most)
    for (const [index, share] of wanted) if (this.shares.get(index) !== share) changed.set(index, share)
    for (const sum of sums) {
      let settled = sum.settled
      for (const [index, share] of wanted) if (share === 0) settled += sum.weights.get(index) ?? 0
      this.open.bound(sum.column, settled, settled)
      for (const [index, share] of changed) this.recount(sum, index, share)
    }
    for (const index of changed.keys()) {
      const share = wanted.get(index)
      if (share === undefined) this.shares.delete(index)
      else this.shares.set(index, share)
    }
  }

  private recount(sum: UseSum, index: number, share: number): void {
    const weight = sum.weights.get(index)
    if (weight === undefined) return
    const { column } = nth(this.model.lots, index)
    const at = index - sum.first
    for (const { row, factor, base } of sum.rows)
      this.open.recoefficient(row, column, nth(base, at) + factor * weight * share)
    if (sum.baseCost) this.open.recost(column, nth(sum.baseCost, at) + sum.cost * weight * share)
  }

  learn({ step, floor }: Node, solution: LinearSolution): void {
    if (!step || !Number.isFinite(floor)) return
    this.note(step, solution.feasible ? solution.objective - floor : Math.abs(floor) * 0.1)
  }

  private note({ index, side, distance }: NonNullable<Node['step']>, cost: number): void {
    const known = nth(this.gains, index)
    const gain = Math.max(0, cost) / distance
    if (side === 'down') {
      known.down += gain
      known.downs++
    } else {
      known.up += gain
      known.ups++
    }
  }

  /** Picks the rule whose two branches cost most; unknown ones are tried first. */
  choose(branches: readonly Branch[], decisions: readonly Decision[], solution: LinearSolution): Branch {
    if (branches.length === 1)
      return branches.reduce((best, branch) => (branch.score > best.score ? branch : best))
    const unknown = branches
      .filter(({ index }) => Math.min(nth(this.gains, index).downs, nth(this.gains, index).ups) < KNOWN)
      .sort((a, b) => b.score - a.score)
      .slice(0, this.tried)
    for (const branch of unknown)
      for (const side of ['down', 'up'] as const) {
        const tried = this.solve([...decisions, branch[side]])
        const distance = Math.max(0.01, side === 'up' ? 1 - branch.part : branch.part)
        this.note(
          { index: branch.index, side, distance },
          tried.feasible ? tried.objective - solution.objective : Math.abs(solution.objective) * 0.1,
        )
      }
    const worth = ({ index, part }: Branch): number => {
      const { down, downs, up, ups } = nth(this.gains, index)
      const least = 1e-9 * Math.max(1, Math.abs(solution.objective))
      return (
        Math.max(least, (down / Math.max(1, downs)) * part) *
        Math.max(least, (up / Math.max(1, ups)) * (1 - part))
      )
    }
    return branches.reduce((best, branch) => (worth(branch) > worth(best) ? branch : best))
  }
}

/** All violated rules: broken pieces, lines too light, too many lots. */
function branchesOf(
  { lots, maxLots, decides }: BlendModel,
  decisions: readonly Decision[],
  { values }: LinearSolution,
): Branch[] {
  const decided = new Set(decisions.flatMap(({ used, index }) => (used ? [index] : [])))
  const branches: Branch[] = []
  const inUse = maxLots.map(() => 0)
  lots.forEach((entry, index) => {
    if (entry.lot.fixedG !== undefined) return
    const z = nth(values, entry.column)
    if (z * entry.unitG > WHOLE) inUse[entry.heat]!++
    const open = decides[index] && !decided.has(index)
    const branch = brokenRule(entry, index, z) ?? (open ? openUse(entry, index, z) : null)
    if (branch) branches.push(branch)
  })
  if (branches.length > 0 && inUse.every((count, heat) => count <= nth(maxLots, heat))) return branches
  lots.forEach((entry, index) => {
    const { lot, heat, column, unitG, upperG, leastG } = entry
    if (lot.fixedG !== undefined || nth(inUse, heat) <= nth(maxLots, heat) || decided.has(index)) return
    const z = nth(values, column)
    if (z * unitG <= WHOLE || branches.some((branch) => branch.index === index)) return
    const upper = upperG / unitG
    const share = Math.min(0.99, upper > 0 ? z / upper : 0)
    branches.push({
      index,
      part: Math.max(share, 0.51),
      score: share,
      down: { index, lower: 0, upper: 0, used: false },
      up: { index, lower: leastG / unitG, upper, used: true },
    })
  })
  return branches
}

/** Settles every line that violates its own rule: light lines out, pieces to the nearer whole, others in. */
function settleAll({ lots, decides }: BlendModel, { values }: LinearSolution): Decision[] {
  return lots.flatMap((entry, index) => {
    if (entry.lot.fixedG !== undefined) return []
    const z = nth(values, entry.column)
    const branch = brokenRule(entry, index, z)
    if (!branch) return (decides[index] && openUse(entry, index, z)?.up) || []
    if (entry.stepG === undefined) return { index, lower: 0, upper: 0, used: false }
    return branch.part > 0.5 ? branch.up : branch.down
  })
}

/** Marks every undecided line in use as used, except those that violate a rule of their own. */
function useAll(
  { lots, decides }: BlendModel,
  decisions: readonly Decision[],
  { values }: LinearSolution,
): Decision[] {
  const decided = new Set(decisions.flatMap(({ used, index }) => (used ? [index] : [])))
  return lots.flatMap((entry, index) => {
    const z = nth(values, entry.column)
    if (!decides[index] || decided.has(index) || brokenRule(entry, index, z)) return []
    return openUse(entry, index, z)?.up ?? []
  })
}

/** Branches for an undecided line in use: used, or left out. */
function openUse({ unitG, upperG, leastG, most }: BlendLot, index: number, z: number): Branch | null {
  if (z * unitG <= WHOLE) return null
  const part = Math.min(0.99, Math.max(0.01, z / most))
  return {
    index,
    part: Math.max(part, 0.51),
    score: part,
    down: { index, lower: 0, upper: 0, used: false },
    up: { index, lower: leastG / unitG, upper: upperG / unitG, used: true },
  }
}

/** How a line violates its own rule (too light, a broken piece), and its two branches. */
function brokenRule({ stepG, upperG, leastG, unitG }: BlendLot, index: number, z: number): Branch | null {
  const grams = z * unitG
  if (grams <= WHOLE) return null
  const upper = upperG / unitG
  if (stepG !== undefined) {
    const pieces = grams / stepG
    if (Math.abs(pieces - Math.round(pieces)) > WHOLE) {
      const low = Math.floor(pieces)
      return {
        index,
        part: pieces - low,
        score: 1 / (1 + low),
        down: { index, lower: 0, upper: (low * stepG) / unitG, used: false },
        up: { index, lower: ((low + 1) * stepG) / unitG, upper, used: true },
      }
    }
  }
  if (grams >= leastG * (1 - WHOLE)) return null
  const part = grams / leastG
  return {
    index,
    part,
    score: Math.min(part, 1 - part) + 0.01,
    down: { index, lower: 0, upper: 0, used: false },
    up: { index, lower: leastG / unitG, upper, used: true },
  }
}
