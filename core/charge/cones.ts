import type { BlendModel, Cone } from './blend-model'
import type { LinearSolution, OpenProgramme } from './linear-programme'

/** How far, as a fraction of its limit, a confidence limit may be missed when the cuts stop. */
const CLOSE_ENOUGH = 2e-7
const MOST_ROUNDS = 200

/**
 * Solves with every spread at least the root of its squares: the solver sees tangent planes only, and gets a new
 * one wherever its answer lies under the cone, until it lies under none by more than a hair.
 * Cuts hold for the cone itself, so they stay valid for any bounds set later.
 */
export function minimiseWithCones(open: OpenProgramme, { rows }: Pick<BlendModel, 'rows'>): LinearSolution {
  for (let round = 0; ; round++) {
    const solution = open.minimise()
    if (!solution.feasible || round === MOST_ROUNDS) return solution
    let cuts = 0
    for (const { cone } of rows)
      if (cone && spreadMissing(cone, solution) * cone.weight > CLOSE_ENOUGH) {
        open.addRow(-Infinity, 0, tangent(cone, solution))
        cuts++
      }
    if (cuts === 0) return solution
  }
}

/** √Σ (sᵢ zᵢ)² in the solver's units. */
export function spreadOf({ entries }: Cone, { values }: LinearSolution): number {
  return Math.sqrt(entries.reduce((sum, { column, sd }) => sum + (sd * values[column]!) ** 2, 0))
}

function spreadMissing(cone: Cone, solution: LinearSolution): number {
  return spreadOf(cone, solution) - solution.values[cone.column]!
}

/** The cone's tangent plane at the point z₀: Σ sᵢ² z₀ᵢ zᵢ / √Σ(s z₀)² − spread ≤ 0. */
function tangent(cone: Cone, solution: LinearSolution): (readonly [number, number])[] {
  const norm = spreadOf(cone, solution)
  const entries = cone.entries.flatMap(({ column, sd }) => {
    const slope = (sd * sd * solution.values[column]!) / norm
    return slope > 0 ? [[column, slope] as const] : []
  })
  return [...entries, [cone.column, -1]]
}
