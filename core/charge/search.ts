import type { BlendLot, BlendModel } from './blend-model'
import { minimiseWithCones } from './cones'
import { NO_SOLUTION, type LinearSolution, type OpenProgramme } from './linear-programme'

/** Bounds put on a lot's column on the way to a node, in solver units; "used" once it must be in the charge. */
interface Decision {
  index: number
  lower: number
  upper: number
  used: boolean
}

interface Node {
  decisions: Decision[]
  /** no plan below this node costs less */
  floor: number
}

export interface SearchResult {
  solution: LinearSolution
  /** false when the time ran out before the rest of the tree was ruled out */
  proven: boolean
  /** share of the cost by which something better may still exist */
  gap: number
}

/** Whole numbers and least lines are met to this fraction of a piece or line. */
const WHOLE = 1e-6
/** A node must promise at least this share of the cost less than the best plan at hand. */
const WORTH = 5e-7

/**
 * Best plan with whole pieces, least lines and at most so many lots: branch and bound over the linear programme
 * at hand, each node answered from the basis of the one before.
 * @param outOfTime asked between nodes
 * @param nodes once a plan is at hand, how many more nodes may be tried for a better one
 */
export function search(
  open: OpenProgramme,
  model: BlendModel,
  outOfTime: () => boolean,
  nodes = Infinity,
): SearchResult {
  let left = nodes
  let best = NO_SOLUTION
  const stack: Node[] = [{ decisions: [], floor: -Infinity }]
  let touched = new Set<number>()
  while (stack.length > 0) {
    if ((best.feasible && --left < 0) || outOfTime()) {
      const floor = stack.reduce((least, node) => Math.min(least, node.floor), Infinity)
      const gap = (best.objective - floor) / Math.max(1e-12, Math.abs(best.objective))
      return { solution: best, proven: best.feasible && gap <= WORTH, gap: Math.max(0, gap) }
    }
    const node = stack.pop()!
    const target = best.objective - WORTH * Math.abs(best.objective)
    if (node.floor >= target) continue
    touched = apply(open, model, node.decisions, touched)
    const solution = minimiseWithCones(open, model)
    if (!solution.feasible || solution.objective >= target) continue
    const children = branch(model, node.decisions, solution)
    if (children.length === 0) best = solution
    for (const decision of children)
      stack.push({ decisions: [...node.decisions, decision], floor: solution.objective })
    // From the root, one jump with every light line settled at once: most often a good plan straight away.
    const settled = node.decisions.length === 0 ? settleAll(model, solution) : []
    if (settled.length > 1) stack.push({ decisions: settled, floor: solution.objective })
  }
  return { solution: best, proven: true, gap: 0 }
}

/** Sets a node's bounds and gives back their own to the columns the last node had touched. */
function apply(
  open: OpenProgramme,
  { lots, maxLots }: BlendModel,
  decisions: readonly Decision[],
  touched: Set<number>,
): Set<number> {
  for (const index of touched) open.bound(lots[index]!.column)
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
  const used = maxLots.map(() => 0)
  for (const decision of bounds.values()) if (decision.used) used[lots[decision.index]!.heat]!++
  if (used.some((count, heat) => count >= maxLots[heat]!))
    lots.forEach(({ lot, heat }, index) => {
      if (used[heat]! >= maxLots[heat]! && lot.fixedG === undefined && !bounds.get(index)?.used)
        bounds.set(index, { index, lower: 0, upper: 0, used: false })
    })
  for (const { index, lower, upper } of bounds.values())
    open.bound(lots[index]!.column, lower, Math.max(lower, upper))
  return new Set(bounds.keys())
}

/** The two ways on from a solution that breaks a rule, the likelier last; none when it keeps them all. */
function branch(model: BlendModel, decisions: readonly Decision[], { values }: LinearSolution): Decision[] {
  const { lots, maxLots } = model
  const decided = new Set(decisions.flatMap(({ used, index }) => (used ? [index] : [])))
  let worst = { score: 0, ways: [] as Decision[] }
  const inUse: { index: number; heat: number; share: number }[] = []
  lots.forEach((entry, index) => {
    if (entry.lot.fixedG !== undefined) return
    const z = values[entry.column]!
    const upper = entry.upperG / entry.unitG
    if (z * entry.unitG > WHOLE) inUse.push({ index, heat: entry.heat, share: upper > 0 ? z / upper : 0 })
    const ways = waysOf(entry, index, z)
    if (ways && ways.score > worst.score) worst = ways
  })
  if (worst.ways.length > 0) return worst.ways
  const crowded = (heat: number) => inUse.filter((line) => line.heat === heat).length > maxLots[heat]!
  const open = inUse
    .filter(({ index, heat }) => !decided.has(index) && crowded(heat))
    .sort((a, b) => b.share - a.share)
  const [{ index } = { index: -1 }] = open
  if (index < 0) return []
  const { upperG, leastG, unitG } = lots[index]!
  return [
    { index, lower: 0, upper: 0, used: false },
    { index, lower: leastG / unitG, upper: upperG / unitG, used: true },
  ]
}

/** Every line that breaks its own rule settled: light lines left out, pieces to the nearer whole. */
function settleAll({ lots }: BlendModel, { values }: LinearSolution): Decision[] {
  return lots.flatMap((entry, index) => {
    if (entry.lot.fixedG !== undefined) return []
    const ways = waysOf(entry, index, values[entry.column]!)?.ways
    if (!ways) return []
    return entry.stepG === undefined ? { index, lower: 0, upper: 0, used: false } : ways.at(-1)!
  })
}

/** How a line breaks its own rule (too light, a broken piece), and the two ways to mend it. */
function waysOf(
  { stepG, upperG, leastG, unitG }: BlendLot,
  index: number,
  z: number,
): { score: number; ways: Decision[] } | null {
  const grams = z * unitG
  if (grams <= WHOLE) return null
  const upper = upperG / unitG
  if (stepG !== undefined) {
    const pieces = grams / stepG
    const whole = Math.round(pieces)
    if (Math.abs(pieces - whole) > WHOLE) {
      const low = Math.floor(pieces)
      const down = { index, lower: 0, upper: (low * stepG) / unitG, used: false }
      const up = { index, lower: ((low + 1) * stepG) / unitG, upper, used: true }
      const part = pieces - low
      return { score: 1 / (1 + low), ways: part > 0.5 ? [down, up] : [up, down] }
    }
  }
  if (grams >= leastG * (1 - WHOLE)) return null
  const part = grams / leastG
  const out = { index, lower: 0, upper: 0, used: false }
  const used = { index, lower: leastG / unitG, upper, used: true }
  return { score: Math.min(part, 1 - part) + 0.01, ways: part > 0.5 ? [out, used] : [used, out] }
}
