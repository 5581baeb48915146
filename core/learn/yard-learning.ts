import type { Crucible, Thermocouple } from '#core/gear'
import { heatTrace, type Heat } from '#core/heat'
import { learnFormYields, type LearnedYield } from './form-yield'
import type { Learned } from './posterior'
import { learnRecovery, type LearnedRecovery } from './recovery'
import { zincHeat } from './zinc-heats'
import { learnZincRate } from './zinc-rate'

/** The gear that heats were melted in and measured with. */
export interface LearningGear {
  crucibles: readonly Pick<Crucible, 'id' | 'brimCm3'>[]
  thermocouples: readonly Pick<Thermocouple, 'id' | 'checks'>[]
}

/** What a yard's heats teach its plans. */
export interface YardLearning {
  recoveries: LearnedRecovery[]
  yields: LearnedYield[]
  zincRate: Learned
}

/**
 * Everything that plans and live estimates take from the heats of a yard.
 * @param heats of the yard; those not in the ledger teach nothing
 * @source see learnRecovery, learnFormYields and learnZincRate
 */
export function learnFromYard(
  heats: readonly Heat[],
  { crucibles, thermocouples }: LearningGear,
): YardLearning {
  const logged = heats.filter(({ loggedAt }) => loggedAt)
  const brims = new Map(crucibles.map(({ id, brimCm3 }) => [id, brimCm3]))
  const checks = new Map(thermocouples.map((one) => [one.id, one.checks]))
  return {
    recoveries: learnRecovery(logged),
    yields: learnFormYields(logged),
    zincRate: learnZincRate(
      logged.flatMap((heat) => {
        const trace = heatTrace(heat.log ?? [], checks.get(heat.thermocoupleId ?? '') ?? [])
        return zincHeat(heat, brims.get(heat.crucibleId ?? '') ?? null, trace) ?? []
      }),
    ),
  }
}
