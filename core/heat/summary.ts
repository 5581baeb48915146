import { combineReadings, judge, type Measured, type Verdict } from '#core/assay'
import { expectedFumeG, massBalance, type MassBalance } from '#core/balance'
import { predictMelt, type MeltPrediction } from '#core/charge'
import { weighedCharge } from './charge-problem'
import { heatRecovery } from './losses'
import type { Heat } from './schema'

export interface HeatSummary {
  predicted: MeltPrediction
  measured: Record<string, Measured>
  /** null without an alloy */
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
    verdict: heat.alloy ? judge(heat.alloy.limits, measured, heat.alloy.base) : null,
    balance:
      predicted.chargeMassG > 0
        ? massBalance(
            predicted.chargeMassG,
            { ...weights, ingotsG: ingots.map(({ massG }) => massG) },
            expectedFumeG(lines, recovery),
          )
        : null,
    cost: heat.weighed.reduce((sum, line) => sum + (line.massG * line.pricePerKg) / 1000, 0),
  }
}
