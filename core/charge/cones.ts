import { nth } from '#core/lists'
import type { BlendModel, Cone } from './blend-model'
import type { LinearSolution, OpenProgramme } from './linear-programme'

/** Violation of a confidence limit at which cuts stop, as a fraction of the limit. */
const CLOSE_ENOUGH = 4e-7
/** The same for intermediate solves. */
export const ROUGHLY = 1e-4
const MOST_ROUNDS = 200
/** Earlier answers remembered per element. */
const MEMORY = 6

type Direction = ReadonlyMap<string, number>

/**
 * Spreads of earlier answers, by element. A tangent plane at any point is a valid bound for every other blend,
 * so planes of earlier answers speed up the next one.
 */
export class ConeMemory {
  private readonly directions = new Map<string, Direction[]>()

  of(element: string): readonly Direction[] {
    return this.directions.get(element) ?? []
  }

  keep(element: string, direction: Direction): void {
    this.directions.set(element, [direction, ...this.of(element)].slice(0, MEMORY))
  }
}

/** Adds the planes of earlier answers to a fresh model. */
export function recallCones(
  open: OpenProgramme,
  { cones }: Pick<BlendModel, 'cones'>,
  memory: ConeMemory,
): void {
  for (const cone of cones)
    for (const direction of memory.of(cone.element)) {
      const plane = tangent(cone, (entry) => direction.get(entry.lotId) ?? 0)
      if (plane) open.addRow(-Infinity, 0, plane)
    }
}

/** Remembers an answer's point on every cone. */
export function rememberCones(
  { cones }: Pick<BlendModel, 'cones'>,
  { values }: LinearSolution,
  memory: ConeMemory,
): void {
  for (const { element, entries } of cones) {
    const used = entries.filter(({ column }) => nth(values, column) > 1e-9)
    memory.keep(element, new Map(used.map(({ lotId, column }) => [lotId, nth(values, column)])))
  }
}

/**
 * Solves with every spread at least the root of its squares: the solver sees tangent planes and gets a new one
 * wherever its answer lies below the cone, until none does by more than a tolerance. Planes hold for the cone
 * itself, so they stay valid for any bounds and any number of deviations set later.
 * @param deviations kept from each limit, by row; the model's own when left out
 */
export function minimiseWithCones(
  open: OpenProgramme,
  { rows, cones }: Pick<BlendModel, 'rows' | 'cones'>,
  close = CLOSE_ENOUGH,
  deviations?: readonly number[],
): LinearSolution {
  for (let round = 0; ; round++) {
    const solution = open.minimise()
    if (!solution.feasible || round === MOST_ROUNDS) return solution
    let cuts = 0
    for (const cone of cones) {
      const missing = spreadOf(cone, solution) - nth(solution.values, cone.column)
      if (missing <= close) continue
      // An underestimated spread matters only where a limit would fail with the true one.
      const matters = rows.some(({ cone: own, row, scale, deviations: asked }, at) => {
        if (own !== cone) return false
        const short = (missing * (deviations?.[at] ?? asked) * cone.scale) / scale
        return short > close && nth(solution.rowValues, row) + short > close
      })
      const plane = matters && tangent(cone, ({ column }) => nth(solution.values, column))
      if (!plane) continue
      open.addRow(-Infinity, 0, plane)
      cuts++
    }
    if (cuts === 0) return solution
  }
}

/** √Σ (sᵢ zᵢ)²: the spread as a fraction of the cone's scale, times the melt. */
export function spreadOf({ entries }: Cone, { values }: Pick<LinearSolution, 'values'>): number {
  let sum = 0
  for (const { column, sd } of entries) sum += (sd * nth(values, column)) ** 2
  return Math.sqrt(sum)
}

/** Tangent plane of the cone at z₀: Σ sᵢ² z₀ᵢ zᵢ / √Σ(s z₀)² − spread ≤ 0; none at the tip. */
function tangent(
  cone: Cone,
  at: (entry: Cone['entries'][number]) => number,
): (readonly [number, number])[] | null {
  const norm = Math.sqrt(cone.entries.reduce((sum, entry) => sum + (entry.sd * at(entry)) ** 2, 0))
  if (norm < 1e-12) return null
  const entries = cone.entries.flatMap((entry) => {
    const slope = (entry.sd * entry.sd * at(entry)) / norm
    return slope > 0 ? [[entry.column, slope] as const] : []
  })
  return [...entries, [cone.column, -1]]
}
