import { t } from '~/words'
import { LINE_SHARE, type Heat } from '#core/heat'
import { useHeat } from '~/shared/heat/useHeat'

/** How the charge is to be chosen: each aim is a step of the heat that can be undone. */
export function useChargeAims() {
  const { edit } = useHeat()

  const setObjective = (objective: string) =>
    edit(t('charge.change-the-aim'), { objective: objective as Heat['objective'] })

  const setTolerance = (tapTolerancePct: number | null) =>
    edit(t('charge.set-shortfall'), { tapTolerancePct: tapTolerancePct ?? 0 }, 'tap-tolerance')

  /** Whether a walk to one more bin has to pay for itself, or every cent counts. */
  const setWalks = (counted: boolean) =>
    edit(counted ? t('charge.set-extra-lot-one-percent') : t('charge.set-extra-lot-any'), {
      lineShare: counted ? LINE_SHARE : 0,
    })

  const setMaxLots = (maxLots: number | null) => edit(t('charge.set-lot-limit'), { maxLots })

  const setConfidence = (confidence: number | null) =>
    edit(t('charge.set-certainty'), { confidence, confidenceOf: 'all' })

  return { setObjective, setTolerance, setWalks, setMaxLots, setConfidence }
}
