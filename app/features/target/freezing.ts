import { baseMetal, nominalWhole, solidDensity, type Alloy } from '#core/alloys'
import { freezingLaw, mouldHeat, type FreezingLaw, type MouldId } from '#core/casting'
import { liquidusOf, pourWindow, type Liquidus, type PourWindow } from '#core/families'
import { freezingHeat } from '#core/melt'

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
