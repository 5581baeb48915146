import { totalG } from '#core/lists'
import { hasLimits } from '#core/alloys'
import { combineReadings, judge, type Measured, type Verdict } from '#core/assay'
import { expectedLoss, massBalance, type MassBalance } from '#core/balance'
import { predictMelt, type MeltPrediction } from '#core/charge'
import { inMouldsSpan } from './in-moulds'
import { weighedCharge } from './charge-problem'
import { loggedZincG } from './logged-zinc'
import { heatRecovery } from './losses'
import type { Heat } from './schema'

export interface HeatSummary {
  predicted: MeltPrediction
  measured: Record<string, Measured>
  /** null where there are no limits to judge by */
  verdict: Verdict | null
  /** null while nothing was weighed in */
  balance: MassBalance | null
  /** what the charge cost, in the yard's currency */
  cost: number
}

/** Everything the later stages and the ledger say of a heat, computed from what was written down. */
export function heatSummary(heat: Heat): HeatSummary {
  const lines = weighedCharge(heat.weighed)
  const recovery = heatRecovery(heat)
  const predicted = predictMelt(lines, recovery)
  const measured = combineReadings(heat.assays)
  const { ingots, ...weights } = heat.pour
  return {
    predicted,
    measured,
    verdict: heat.alloy && hasLimits(heat.alloy) ? judge(heat.alloy.limits, measured, heat.alloy.base) : null,
    balance:
      predicted.chargeMassG > 0
        ? massBalance(
            predicted.chargeMassG,
            {
              ...weights,
              ingotsG: ingots.map(({ massG }) => massG),
              inMouldsG: inMouldsSpan(heat.pour.inMoulds),
            },
            expectedLoss(lines, recovery, measured, metalFound(heat.pour), loggedZincG(heat)),
          )
        : null,
    cost: heat.weighed.reduce((sum, line) => sum + (line.massG * line.pricePerKg) / 1000, 0),
  }
}

/** Metal found again after the pour, dross aside, g; 0 until all of it that matters was weighed. */
function metalFound({ ingots, castingsG, returnsG, skullG, spillG, heelG }: Heat['pour']): number {
  const poured = totalG(ingots) + (castingsG ?? 0)
  return poured > 0 ? poured + (returnsG ?? 0) + (skullG ?? 0) + (spillG ?? 0) + (heelG ?? 0) : 0
}
