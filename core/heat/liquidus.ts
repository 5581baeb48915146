import { nominalWhole } from '#core/alloys'
import { partFigures } from '#core/casting'
import { type Liquidus, liquidusOf, pourWindow, type PourWindow, type Walls } from '#core/families'
import type { Heat } from './schema'

/**
 * Liquidus of a heat, the same on every page: what was typed for it or seen of it, else what its alloy says, else the
 * estimate of what the alloy aims at.
 * @returns null where none is known: it has to be asked for
 */
export function heatLiquidus({ alloy, liquidusC }: Pick<Heat, 'alloy' | 'liquidusC'>): Liquidus | null {
  if (liquidusC !== undefined && liquidusC !== null) return { liquidusC, kind: 'typed', spreadC: 0 }
  return alloy ? liquidusOf(alloy, nominalWhole(alloy)) : null
}

/**
 * Returns the thinnest and the heaviest wall of a heat's castings, mm; null where none is known.
 * @example heatWalls({ need: null }) // { thinMm: null, thickMm: null }
 */
export function heatWalls({ need }: Pick<Heat, 'need'>): Walls {
  const figures = (need?.parts ?? []).map((part) => partFigures(part))
  const thin = present(figures.map((one) => one?.thinMm))
  const thick = present(figures.map((one) => one?.thickMm ?? one?.thinMm))
  return {
    thinMm: thin.length > 0 ? Math.min(...thin) : null,
    thickMm: thick.length > 0 ? Math.max(...thick) : null,
  }
}
const present = (values: readonly (number | null | undefined)[]) => values.flatMap((value) => value ?? [])

/** Temperatures to pour a heat between, by the walls of its castings; null where they are not known. */
export function heatWindow(heat: Pick<Heat, 'alloy' | 'liquidusC' | 'need'>): PourWindow | null {
  return heat.alloy ? pourWindow(heat.alloy, heatLiquidus(heat), heatWalls(heat)) : null
}

/** Below this nothing of a yard is molten: pewter is poured at twice as much, °C. */
const MELT_FLOOR_C = 100
/** No metal a yard melts is read hotter than this, where its liquidus is not known, °C. */
const MELT_CEILING_C = 1500
/** A melt is not taken further over its liquidus than this, nor poured so far under it, K. Estimates, for asking only. */
const OVER_K = 400
const UNDER_K = 100

/**
 * Readings of a melt that need no second look, °C: one in the other scale of temperature lies outside more often than
 * not. For asking, never for refusing.
 */
export function sensibleReadings(heat: Pick<Heat, 'alloy' | 'liquidusC'>): { from: number; to: number } {
  const liquidus = heatLiquidus(heat)
  return { from: MELT_FLOOR_C, to: liquidus ? liquidus.liquidusC + OVER_K : MELT_CEILING_C }
}

/** The same for what a melt was poured at: it was liquid. */
export function sensiblePour(heat: Pick<Heat, 'alloy' | 'liquidusC'>): { from: number; to: number } {
  const liquidus = heatLiquidus(heat)
  const { from, to } = sensibleReadings(heat)
  return { from: liquidus ? Math.max(from, liquidus.liquidusC - UNDER_K) : from, to }
}
