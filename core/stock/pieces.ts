import { formatMass, parseMass, type DecimalMark, type MassUnit, type QuantityProblem } from '#core/units'

/** Most pieces that are kept one by one. */
export const PIECES_MOST = 500

/**
 * Masses of single pieces as typed: "118, 3 x 240, 95" or one a line, with units where they are not the usual one.
 * @param defaultUnit of a figure without a unit
 * @returns grams, or the part that could not be read
 * @example parsePieces('118; 3 x 240 g', 'g') // { ok: true, pieces: [118, 240, 240, 240] }
 */
export function parsePieces(
  text: string,
  defaultUnit: MassUnit,
  decimal?: DecimalMark,
): { ok: true; pieces: number[] } | { ok: false; part: string; problem: QuantityProblem } {
  const pieces: number[] = []
  // A comma between digits is a decimal comma only where nothing else parts the list.
  const parts =
    text.includes(';') || text.includes('\n') ? text.split(/[;\n]/) : text.split(/,\s+|,(?!\d)|\s*,\s*(?=\d)/)
  for (const part of parts.map((one) => one.trim()).filter(Boolean)) {
    const [, times = '1', mass = ''] = /^(?:(\d+)\s*[x×*]\s*)?(.+)$/i.exec(part) ?? []
    const parsed = parseMass(mass, defaultUnit, decimal)
    const count = Number(times)
    if (!parsed.ok || parsed.value <= 0 || count < 1 || pieces.length + count > PIECES_MOST)
      return { ok: false, part, problem: parsed.ok ? 'too-large' : parsed.problem }
    for (let piece = 0; piece < count; piece++) pieces.push(Number(parsed.value.toFixed(3)))
  }
  return { ok: true, pieces }
}

/**
 * Pieces as they would be typed, equal ones together.
 * @example formatPieces([118, 240, 240], 'g') // '118 g; 2 x 240 g'
 */
export function formatPieces(pieces: readonly number[], unit: MassUnit): string {
  const counts = new Map<number, number>()
  for (const piece of pieces) counts.set(piece, (counts.get(piece) ?? 0) + 1)
  return [...counts]
    .map(([massG, count]) => {
      // Pounds are written with tenths of an ounce, too coarse for a small piece.
      const { figure, unit: shown } = formatMass(massG, unit === 'lb' ? 'oz' : unit, 0.1)
      const mass = `${figure.replace(/[\u00a0\u202f]/g, '').replace(/\.0$/, '')} ${shown}`
      return count > 1 ? `${count} x ${mass}` : mass
    })
    .join('; ')
}

/**
 * Pieces left when some are taken, each mass as often as it is named.
 * @example piecesLeft([118, 240, 240], [240]) // [118, 240]
 */
export function piecesLeft(pieces: readonly number[], taken: readonly number[]): number[] {
  const gone = [...taken]
  return pieces.filter((piece) => {
    const at = gone.indexOf(piece)
    if (at < 0) return true
    gone.splice(at, 1)
    return false
  })
}
