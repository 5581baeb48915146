import { seededRandom } from '#core/statistics'
import { referenceRun } from './by-the-book'
import type { Mishap, MishapKind, Scenario } from './scenario'
import { ANSWERS } from './table'

/** What a rehearsal lets happen. */
export const LEVELS = ['nothing', 'usual', 'much'] as const
export type Level = (typeof LEVELS)[number]

/**
 * What happens in a rehearsal without anybody's doing, by chance and by how much is let happen.
 * @param seed the same one lets the same happen
 * @returns by its moment, s since lighting
 * @source chances and times are engineering judgement, in data/rehearsal.json
 * @example mishapsOf(copperHeat, 'nothing', 1) // []
 */
export function mishapsOf(scenario: Scenario, level: Level, seed: number): Mishap[] {
  const chances: Partial<Record<MishapKind, number>> = ANSWERS.mishaps.chances[level]
  const { dropoutS, driftCMin, helperS, toldBeforeS } = ANSWERS.mishaps
  const random = seededRandom(seed)
  const comes = (what: MishapKind) => random.even() < (chances[what] ?? 0)
  const plain = { ...scenario, mishaps: [] }
  const book = referenceRun(plain)
  const liftS = book.find((act) => act.do === 'lift')?.atS ?? 3600
  const between = (low: number, high: number) => Math.round(liftS * (low + (high - low) * random.even()))
  const found: Mishap[] = []
  for (const { id } of scenario.lots.slice(scenario.begins))
    if (comes('damp')) found.push({ what: 'damp', lot: id })
  for (let times = 0; times < ANSWERS.mishaps.dropouts; times++)
    if (comes('probe-out')) found.push({ what: 'probe-out', atS: between(0.15, 0.95), lastsS: dropoutS })
  if (comes('probe-drifts')) found.push({ what: 'probe-drifts', cPerMin: driftCMin })
  if (comes('gas-low') && scenario.fuel === 'propane')
    found.push({ what: 'gas-low', atS: between(0.3, 0.85) })
  if (comes('helper-late'))
    found.push({ what: 'helper-late', toldS: Math.max(1, liftS - toldBeforeS), atS: liftS + helperS })
  if (comes('weeps')) found.push({ what: 'weeps', atS: between(0.7, 0.98) })
  return found.sort((one, other) => momentOf(one) - momentOf(other))
}

const momentOf = (one: Mishap): number => ('atS' in one ? one.atS : 0)
