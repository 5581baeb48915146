import type { PartFigures } from './parts'

/** Volume over cooling surface of a piece, mm: from and to where its shape is not known. */
export interface ModulusSpan {
  lowMm: number
  highMm: number
}

/** A bar as thick as the thickest place: what a heavy place in a piece is at most taken for. */
const HEAVY_PLACE = 1 / 4

/** Walls that differ by less count as one thickness. */
const EVEN = 1.02

type Piece = Pick<PartFigures, 'volumeCm3' | 'areaCm2' | 'thickMm'> & Partial<Pick<PartFigures, 'thinMm'>>

/** A ball has the least surface of all bodies of a volume. */
const ballModulus = (volumeMm3: number) => Math.cbrt((3 * volumeMm3) / (4 * Math.PI)) / 3

/** A square plate of a thickness and a volume; a ball where no plate of that thickness is so small. */
function plateModulus(volumeMm3: number, thickMm: number): number {
  const side = Math.sqrt(volumeMm3 / thickMm)
  if (side < thickMm) return ballModulus(volumeMm3)
  return volumeMm3 / (2 * side * side + 4 * side * thickMm)
}

/**
 * Modulus of one piece: its volume over the surface that cools it. No wall is taken as part of an endless plate.
 * With its surface known, the lower end is the whole piece's and the upper end that of its thickest place: at most a bar
 * of that thickness, and never more than a plate of all its metal. Of a volume alone it lies between a square plate of
 * the thickness told and a ball.
 * @param figures of one piece
 * @returns null where it has no volume
 * @source V/A (Chvorinov); isoperimetric bound: a ball has the least surface; solid geometry
 * @example pieceModulus({ volumeCm3: 75, areaCm2: 115, thickMm: 25 }).highMm.toFixed(2) // '6.52'
 */
export function pieceModulus({ volumeCm3, areaCm2, thinMm, thickMm }: Piece): ModulusSpan | null {
  if (!(volumeCm3 > 0)) return null
  const volumeMm3 = 1000 * volumeCm3
  const ball = ballModulus(volumeMm3)
  if (areaCm2 === null || !(areaCm2 > 0)) {
    const lowMm = thickMm ? plateModulus(volumeMm3, thickMm) : ball
    return { lowMm: Math.min(lowMm, ball), highMm: ball }
  }
  const whole = Math.min((10 * volumeCm3) / areaCm2, ball)
  // One thickness throughout has no heavy place.
  if (!thickMm || (thinMm && thickMm < EVEN * thinMm)) return { lowMm: whole, highMm: whole }
  const most = Math.max(whole, plateModulus(volumeMm3, thickMm))
  return { lowMm: whole, highMm: Math.min(most, Math.max(whole, HEAVY_PLACE * thickMm)) }
}

/**
 * Modulus to size a riser and a waiting time by: the upper end where the surface is known, else that of the thickness
 * told, else a ball's.
 * @returns mm; null where the piece has no volume
 * @example rulingModulus({ volumeCm3: 141, areaCm2: null, thickMm: 47 }).toFixed(1) // '8.7'
 */
export function rulingModulus(figures: Piece): number | null {
  const span = pieceModulus(figures)
  if (!span) return null
  return figures.areaCm2 === null && figures.thickMm ? span.lowMm : span.highMm
}
