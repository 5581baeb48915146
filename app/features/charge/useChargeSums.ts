import { t } from '~/words'
import { totalG } from '#core/lists'
import { computed } from 'vue'
import { runsShort } from '#core/casting'
import { probabilityInSpec } from '#core/charge'
import { heatRecovery, heatRecoverySd } from '#core/heat'
import { costWorking, elementWorking, tapWorking } from '~/shared/words/workings-words'
import { isolated } from '~/shared/units/isolated'
import { timesWords } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import type { Charge } from './useCharge'
import { useLosses } from './useLosses'

/** Standard deviations on each side of 19 in 20. */
const WIDE = 1.96

/** What the melt comes to, figure by figure, with the sums behind it. */
export function useChargeSums({
  heat,
  lines,
  prediction,
  lotName,
}: Pick<Charge, 'heat' | 'lines' | 'prediction' | 'lotName'>) {
  const { grams, cost, price } = useUnits()
  const told = (id: string) => isolated(lotName(id))
  const limits = computed(() => heat.value?.alloy?.limits ?? {})
  /** by element, the lots that bring most of it: "78 % from Valve bodies" */
  const sources = computed(() => {
    const all: Record<string, string> = {}
    for (const [symbol, list] of Object.entries(prediction.value?.sources ?? {})) {
      const total = totalG(list)
      const main = list.filter(({ massG }) => massG > 0.2 * total).slice(0, 2)
      if (total > 0 && main.length > 0)
        all[symbol] = main
          .map(({ lot, massG }) =>
            t('charge.share-from-lot', { percent: Math.round((100 * massG) / total), lotName: told(lot) }),
          )
          .join(', ')
    }
    return all
  })
  const recovery = computed(() => (heat.value ? heatRecovery(heat.value) : {}))
  const chance = computed(() => {
    if (!prediction.value || prediction.value.tapMassG <= 0) return null
    const probability = probabilityInSpec(
      lines.value,
      recovery.value,
      limits.value,
      heat.value ? heatRecoverySd(heat.value) : {},
    )
    return probability === null ? null : timesWords(probability)
  })
  /** From where to where the tap lies nineteen times in twenty, and how likely it is too small for the castings. */
  const tapSpan = computed(() => {
    const current = heat.value
    const { tapMassG: meanG = 0, tapSdG: sdG = 0 } = prediction.value ?? {}
    if (!current || !(meanG > 0 && sdG > 0)) return null
    const short = current.need ? runsShort(current.need, { meanG, sdG }) : null
    return {
      from: grams(meanG - WIDE * sdG, 1),
      to: grams(meanG + WIDE * sdG, 1),
      short: short === null ? null : timesWords(short),
    }
  })
  const { way } = useLosses()
  const workingTools = {
    grams,
    cost,
    price,
    lotName: told,
    get losses() {
      return way.value
    },
  }
  const elementSums = computed(() => {
    const melt = prediction.value
    return melt
      ? Object.keys(limits.value)
          .filter((symbol) => (melt.composition[symbol] ?? 0) > 0)
          .map((symbol) => ({
            symbol,
            ...elementWorking(symbol, melt, recovery.value, workingTools),
          }))
      : []
  })

  return {
    recovery,
    sources,
    chance,
    tapSpan,
    elementSums,
    tapSum: computed(() => prediction.value && tapWorking(lines.value, prediction.value, workingTools)),
    cost: computed(() =>
      lines.value.reduce((sum, { massG, lot }) => sum + (massG * (lot.pricePerKg ?? 0)) / 1000, 0),
    ),
    costSum: computed(() => costWorking(lines.value, workingTools)),
  }
}
