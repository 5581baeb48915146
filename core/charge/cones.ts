import type { BlendModel, Cone } from './blend-model'
import type { LinearSolution, OpenProgramme } from './linear-programme'

/** How far, as a fraction of its limit, a confidence limit may be missed when the cuts stop. */
const CLOSE_ENOUGH = 4e-7
/** The same while it is only to be seen which way to go on. */
export const ROUGHLY = 1e-4
const MOST_ROUNDS = 200
/** Former answers kept for each element. */
const MEMORY = 6

type Direction = ReadonlyMap<string, number>

/**
 * Where the spreads of former answers lay, by element. A tangent plane taken at any point is a true bound for any
 * other blend, so a former answer's planes make the next one quick, whatever was changed in between.
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

/** Gives a fresh programme the planes of former answers. */
export function recallCones(
  open: OpenProgramme,
  { rows }: Pick<BlendModel, 'rows'>,
  memory: ConeMemory,
): void {
  for (const { cone, element } of rows)
    if (cone)
      for (const direction of memory.of(element)) {
        const plane = tangent(cone, (entry) => direction.get(entry.lotId) ?? 0)
        if (plane) open.addRow(-Infinity, 0, plane)
      }
}

/** Keeps an answer's place on every cone for the next time. */
export function rememberCones(
  { rows }: Pick<BlendModel, 'rows'>,
  { values }: LinearSolution,
  memory: ConeMemory,
): void {
  const done = new Set<string>()
  for (const { cone, element } of rows) {
    if (!cone || done.has(element)) continue
    done.add(element)
    const used = cone.entries.filter(({ column }) => values[column]! > 1e-9)
    memory.keep(element, new Map(used.map(({ lotId, column }) => [lotId, values[column]!])))
  }
}

/**
 * Solves with every spread at least the root of its squares: the solver sees tangent planes only, and gets a new
 * one wherever its answer lies under the cone, until it lies under none by more than a hair.
 * Planes hold for the cone itself, so they stay valid for any bounds set later.
 */
export function minimiseWithCones(
  open: OpenProgramme,
  { rows }: Pick<BlendModel, 'rows'>,
  close = CLOSE_ENOUGH,
): LinearSolution {
  for (let round = 0; ; round++) {
    const solution = open.minimise()
    if (!solution.feasible || round === MOST_ROUNDS) return solution
    let cuts = 0
    for (const { cone, row } of rows) {
      const missing = cone ? spreadMissing(cone, solution) : 0
      // A spread told too small matters only where the limit would not hold with the true one.
      if (!cone || missing <= close || solution.rowValues[row]! + missing <= close) continue
      const plane = tangent(cone, ({ column }) => solution.values[column]!)
      if (plane) open.addRow(-Infinity, 0, plane)
      cuts++
    }
    if (cuts === 0) return solution
  }
}

/** √Σ (sᵢ zᵢ)²: the margin asked for, as a fraction of the limit times the melt. */
export function spreadOf({ entries }: Cone, { values }: LinearSolution): number {
  return Math.sqrt(entries.reduce((sum, { column, sd }) => sum + (sd * values[column]!) ** 2, 0))
}

function spreadMissing(cone: Cone, solution: LinearSolution): number {
  return spreadOf(cone, solution) - solution.values[cone.column]!
}

/** The cone's tangent plane at the point z₀: Σ sᵢ² z₀ᵢ zᵢ / √Σ(s z₀)² − spread ≤ 0; none at the tip. */
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
