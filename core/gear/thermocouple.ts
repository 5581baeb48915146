import { between } from '#core/lists'
import table from '#data/fixed-points.json'
import type { FixedPointCheck } from './schema'

/** Metals whose freezing checks a thermocouple. */
export const FIXED_POINTS: readonly { id: string; name: string; freezesC: number }[] = table.points
export const FIXED_POINT_SOURCE = table.source

/** How far a thermocouple is off at one temperature. */
export interface Offset {
  /** what it read, °C */
  readC: number
  /** to be added to what it reads, °C */
  addC: number
  point: string
  at: string
}

/** The newest check at each fixed point, coldest first; checks against unknown metals are left out. */
export function offsets(checks: readonly FixedPointCheck[]): Offset[] {
  const newest = new Map<string, FixedPointCheck>()
  for (const check of checks) {
    const known = newest.get(check.point)
    if (!known || known.at < check.at) newest.set(check.point, check)
  }
  return [...newest.values()]
    .flatMap((check) => {
      const point = FIXED_POINTS.find(({ id }) => id === check.point)
      return point ? [{ ...check, addC: point.freezesC - check.readC }] : []
    })
    .sort((a, b) => a.readC - b.readC)
}

/**
 * A reading put right by the checks: between two fixed points the correction changes evenly, beyond them it stays.
 * @param readC as the instrument shows it, °C
 * @returns °C, and whether any check was there to correct by
 * @source freezing points of ITS-90, in data/fixed-points.json
 * @example correctReading([{ at, point: 'Al', readC: 655.3 }], 700).trueC.toFixed(1) // '705.0'
 */
export function correctReading(
  checks: readonly FixedPointCheck[],
  readC: number,
): { trueC: number; checked: boolean } {
  const known = offsets(checks).map((one) => [one.readC, one.addC] as const)
  if (known.length === 0) return { trueC: readC, checked: false }
  return { trueC: readC + between(known, readC), checked: true }
}
