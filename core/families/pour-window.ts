import { familyOf, type AlloyKind, type Family } from './family'
import type { Liquidus } from './liquidus'

export interface PourWindow {
  fromC: number
  usualC: number
  toC: number
}

/** Walls of the castings that a melt is poured into, mm; null or left out where they are not known. */
export interface Walls {
  thinMm: number | null
  thickMm: number | null
}

/** However doubtful the liquidus, metal is poured at least so much above the highest it may be, °C. */
const ABOVE_DOUBT_C = 20
/** A window is at least so wide, °C. */
const LEAST_WIDTH_C = 30
/** A wall up to this is thin, mm. Engineering judgement: the section checks warn from about here. */
const THIN_WALL_MM = 6
/** A wall from this is heavy, mm. Engineering judgement. */
const HEAVY_WALL_MM = 20

/**
 * Which end of the window castings want.
 * @returns "both" where the same melt fills thin and heavy ones; null where walls are between, or not known
 * @example wallsWant({ thinMm: 4, thickMm: 8 }) // 'thin'
 */
export function wallsWant({ thinMm, thickMm }: Walls): 'thin' | 'heavy' | 'both' | null {
  const thin = thinMm !== null && thinMm <= THIN_WALL_MM
  const heavy = (thickMm ?? thinMm ?? 0) >= HEAVY_WALL_MM
  if (thin && heavy) return 'both'
  return thin ? 'thin' : heavy ? 'heavy' : null
}

/** Least, usual and most to pour at, °C, before the doubt about the liquidus counts. */
function spanOf(family: Family, liquidusC: number, walls: Walls | undefined): [number, number, number] {
  const over = (span: readonly [number, number]) => [liquidusC + span[0], liquidusC + span[1]] as const
  const heavy = family.absoluteC?.heavy ?? over(family.heavyC)
  const thin = family.absoluteC?.thin ?? over(family.thinC)
  switch (walls ? wallsWant(walls) : null) {
    case 'thin':
      return [thin[0], (thin[0] + thin[1]) / 2, thin[1]]
    case 'heavy':
      return [heavy[0], (heavy[0] + heavy[1]) / 2, heavy[1]]
    case 'both':
      return [heavy[0], thin[0], thin[1]]
    case null: {
      if (family.absoluteC) return [heavy[0], (heavy[1] + thin[0]) / 2, thin[1]]
      const [from, usual, to] = family.superheatC
      return [liquidusC + from, liquidusC + usual, liquidusC + to]
    }
  }
}

/**
 * Temperatures to pour between, by the alloy's family and the walls of the castings: thin ones at the hot end, heavy
 * ones at the cool end. Above all of the doubt about the liquidus, and never hotter than the family bears.
 * @param walls of the castings; without them the window of the family
 * @returns °C; null without a liquidus, or where no practice is known for the metal
 * @source data/families.json
 * @example pourWindow(gunmetal, { liquidusC: 999, kind: 'published', spreadC: 0 })?.usualC // 1099
 */
export function pourWindow(alloy: AlloyKind, liquidus: Liquidus | null, walls?: Walls): PourWindow | null {
  const family = familyOf(alloy)
  if (!family || !liquidus) return null
  const { liquidusC, spreadC } = liquidus
  const [from, usual, to] = spanOf(family, liquidusC, walls)
  const fromC = Math.max(from, liquidusC + spreadC + ABOVE_DOUBT_C)
  const widest = Math.max(to, fromC + LEAST_WIDTH_C)
  const toC =
    family.mostC === undefined ? widest : Math.max(Math.min(widest, family.mostC), fromC + LEAST_WIDTH_C / 3)
  return { fromC, usualC: Math.min(toC, Math.max(usual, fromC)), toC }
}
