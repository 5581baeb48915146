import { nominalWhole, type AlloyGroup, type Practice } from '#core/alloys'
import { factsOf, type Composed } from './family'
import { TABLE } from './table'

/**
 * The family to handle a metal by where nobody said how: the everyday one of what it mostly is.
 * @returns null for a metal that no practice is known for
 * @source data/families.json: everyday of each metal; engineering judgement
 * @example everydayFamily({ base: 'Cu', limits: { Zn: { min: 28, max: 32 } } })?.practice // 'yellow-brass'
 */
export function everydayFamily(alloy: Composed): { practice: Practice; group: AlloyGroup } | null {
  const zincPct = nominalWhole(alloy).Zn ?? 0
  const found = factsOf(alloy)?.everyday.find(({ overZincPct = -1 }) => zincPct > overZincPct)
  return found ? { practice: found.practice, group: TABLE.families[found.practice].group } : null
}
