import { meltSpread, predictMelt, type ChargedLine, type MeltPrediction } from '#core/charge'
import { heatRecovery, heatRecoverySd, isDoubted } from './losses'
import type { Heat } from './schema'

/**
 * The melt that a charge gives in a heat, by the losses it is planned with. Where their doubt counts, the spread of each
 * element and of the tap is of all that is in doubt.
 * @param lines with the spread of each lot's base as the rest to 100
 * @returns as `predictMelt`, and one standard deviation of the tap, g
 * @example heatMelt({ alloy: null }, []).tapMassG // 0
 */
export function heatMelt(
  heat: Pick<Heat, 'alloy' | 'recoveryOverrides' | 'recoverySds' | 'losses' | 'lossDoubt'>,
  lines: readonly ChargedLine[],
): MeltPrediction & { tapSdG: number } {
  const recovery = heatRecovery(heat)
  const melt = predictMelt(lines, recovery)
  if (!isDoubted(heat)) return { ...melt, tapSdG: 0 }
  const charged = lines.filter(({ massG }) => massG > 0)
  return { ...melt, ...meltSpread({ recovery, recoverySd: heatRecoverySd(heat) }, charged) }
}
