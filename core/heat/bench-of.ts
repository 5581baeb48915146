import { solidDensity } from '#core/alloys'
import type { Gear, Scale } from '#core/gear'
import { brimHolds, crucibleHolds } from '#core/melt'
import type { MassUnit } from '#core/units'
import type { WeighingBench } from './charge-problem'
import { potOf } from './residue'
import type { Heat } from './schema'

/**
 * Returns what a heat is weighed with: the yard's scales, its unit, what the chosen crucible takes, g, and what the heat
 * before left in it.
 * @example benchOf(null, { heats: [], gear: [], unit: 'g' }).crucibleG // null
 */
export function benchOf(
  heat: Heat | null,
  { heats, gear, unit }: { heats: readonly Heat[]; gear: readonly Gear[]; unit: MassUnit },
): WeighingBench {
  const scales = gear.filter((one): one is Scale => one.type === 'scale')
  const density = heat?.alloy ? solidDensity(heat.alloy).gcm3 : null
  const crucible = gear.find((one) => one.type === 'crucible' && one.id === heat?.crucibleId)
  const holds = () => {
    if (density === null) return null
    if (crucible?.type === 'crucible')
      return crucible.brimCm3 ? brimHolds(crucible.brimCm3, density) : crucibleHolds(crucible.number, density)
    return heat?.crucibleNo ? crucibleHolds(heat.crucibleNo, density) : null
  }
  return { scales, unit, crucibleG: holds(), pot: heat && potOf(heat, [...heats], [...gear]) }
}
