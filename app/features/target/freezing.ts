import { baseMetal, nominalWhole, solidDensity, type Alloy } from '#core/alloys'
import { freezingLaw, mouldHeat, riserFor, type FreezingLaw, type MouldId, type Riser } from '#core/casting'
import { familyOf, liquidusOf, metalFacts, pourWindow, type Liquidus, type PourWindow } from '#core/families'
import { freezingHeat } from '#core/melt'

/** Taller than wide: stands clear of the casting and feeds longer. */
const RISER_TALL = 1.5

/** The riser beside a casting of an alloy; null for a metal of which it is not known what it loses on freezing. */
export function riserBeside(alloy: Alloy, modulusMm: number, volumeCm3: number): Riser | null {
  const metal = familyOf(alloy)?.metal
  const freezing = metal && metalFacts(metal).freezingShrinkage
  if (!freezing) return null
  return riserFor({
    modulusMm,
    volumeCm3,
    heightOverDiameter: RISER_TALL,
    onTop: false,
    freezingShrinkagePct: freezing.pct,
  })
}

/** How an alloy freezes in a mould, heated as it should be; null where its liquidus is not known. */
export function lawIn(
  alloy: Alloy,
  mould: MouldId,
  liquidus: Liquidus | null = liquidusOf(alloy, nominalWhole(alloy)),
  window: PourWindow | null = pourWindow(alloy, liquidus),
): FreezingLaw | null {
  if (!liquidus || !window) return null
  const metal = {
    densityGcm3: solidDensity(alloy).gcm3,
    heatKJkg: freezingHeat(nominalWhole(alloy), window.usualC, liquidus.liquidusC),
    freezingC: liquidus.liquidusC,
  }
  const heat = mouldHeat(mould, baseMetal(alloy))
  return freezingLaw(metal, mould, heat ? (heat.fromC + heat.toC) / 2 : undefined)
}
