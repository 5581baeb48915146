import { partFigures, type Part } from './parts'

/**
 * Castings in the order they are poured: the thinnest first, while the metal is hottest; those whose sections nobody
 * knows last.
 * @returns names, each with how many where there are several
 * @source common practice: thin sections at the hot end of the window, thick ones and ingots at the cool end
 */
export function pourOrder(parts: readonly Part[]): string[] {
  return parts
    .map((part) => ({ part, thinMm: partFigures(part)?.thinMm ?? Infinity }))
    .sort((a, b) => a.thinMm - b.thinMm)
    .map(({ part }) => (part.count > 1 ? `${part.count} × ${part.name}` : part.name))
    .filter(Boolean)
}
