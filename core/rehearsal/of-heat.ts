import { hasLimits, solidDensity, type Alloy } from '#core/alloys'
import { partFigures, type MetalNeed } from '#core/casting'
import { familyOf, type PourWindow } from '#core/families'
import type { FurnaceTraits } from '#core/furnace-model'
import type { Heat } from '#core/heat'
import { totalG } from '#core/lists'
import type { RunStep } from '#core/melt'
import type { CastSection, RehearsalLot, Scenario } from './scenario'

/** What a heat is rehearsed with. */
export interface RehearsalAsk {
  alloy: NonNullable<Heat['alloy']> | Alloy
  /** the run sheet as the charge wants it */
  steps: readonly RunStep[]
  /** fraction 0–1 by lot; 1 where none is told */
  yields: ReadonlyMap<string, number>
  window: PourWindow
  liquidusC: number
  solidusC: number
  crucibleG: number
  brimCm3: number
  furnace: FurnaceTraits
  fuel?: Scenario['fuel']
  need?: MetalNeed | null
}

/**
 * A heat as something to be rehearsed: its lots in the order of its run sheet, what belongs to its family, its castings.
 * @returns null where no practice is known for the metal, or nothing is charged
 * @example rehearsalOf({ alloy: gunmetal, steps: [], yields: new Map() }) // null
 */
export function rehearsalOf(ask: RehearsalAsk): Scenario | null {
  const { alloy, steps, yields, window, need } = ask
  const family = familyOf(alloy)
  if (!family) return null
  const seen = new Set<string>()
  const groups = steps.map(({ id: step, lots = [] }) =>
    lots.flatMap(({ lotId, name, massG, composition }): RehearsalLot[] => {
      if (seen.has(lotId) || massG <= 0) return []
      seen.add(lotId)
      return [{ id: lotId, name, massG, composition, metallicYield: yields.get(lotId) ?? 1, step }]
    }),
  )
  const lots = groups.flat()
  if (lots.length === 0) return null
  const castings = castingsOf(need ?? null, solidDensity(alloy).gcm3)
  return {
    practice: alloy.practice,
    limits: hasLimits(alloy) ? alloy.limits : {},
    liquidusC: ask.liquidusC,
    solidusC: ask.solidusC,
    window: { fromC: window.fromC, usualC: window.usualC, toC: window.toC },
    lots,
    begins: groups.find((group) => group.length > 0)?.length ?? 0,
    deoxidised: family.phosphorDeoxidised,
    degassed: family.metal === 'Al',
    crucibleG: ask.crucibleG,
    brimCm3: ask.brimCm3,
    furnace: ask.furnace,
    ...(ask.fuel ? { fuel: ask.fuel } : {}),
    ...(castings.length > 0 ? { castings } : {}),
    ...(need?.mould ? { mould: need.mould } : {}),
  }
}

const MOST_CASTINGS = 40
/** Of a heat's castings those whose thinnest wall is known. */
function castingsOf(need: MetalNeed | null, gcm3: number): CastSection[] {
  // Where sprue and risers were told by size, it is known that there is none.
  const unfed = need?.gating?.risers === 0
  const parts = (need?.parts ?? []).flatMap((part) => {
    const figures = partFigures(part)
    const thinMm = part.thinMm ?? figures?.thinMm ?? null
    const thickMm = part.thickMm ?? figures?.thickMm ?? null
    if (!figures || !thinMm || thinMm <= 0) return []
    const heavy = unfed && thickMm ? { unfedMm: thickMm } : {}
    return [{ part, thinMm, massG: figures.volumeCm3 * gcm3, heavy }]
  })
  const pieces = parts.flatMap(({ part, thinMm, massG, heavy }) =>
    Array.from({ length: part.count }, (_, at) => ({
      name: part.count > 1 ? `${part.name} ${at + 1}` : part.name,
      thinMm,
      massG: Math.max(1, massG),
      ...heavy,
    })),
  )
  return totalG(pieces) > 0 ? pieces.slice(0, MOST_CASTINGS) : []
}
