import { t } from '~/words'
import { LINE_SHARE, type Heat } from '#core/heat'
import { useHeat } from '~/shared/heat/useHeat'

/** How the charge is to be chosen: each aim is a step of the heat that can be undone. */
export function useChargeAims() {
  const { edit } = useHeat()

  const setObjective = (objective: string) =>
    edit(t('charge.change-the-aim'), { objective: objective as Heat['objective'] })

  const setTolerance = (tapTolerancePct: number | null) =>
    edit(t('charge.set-how-far-under-the-tap'), { tapTolerancePct: tapTolerancePct ?? 0 }, 'tap-tolerance')

  /** Whether a walk to one more bin has to pay for itself, or every cent counts. */
  const setWalks = (counted: boolean) =>
    edit(counted ? t('charge.count-the-walk-to-each-bin') : t('charge.count-every-cent'), {
      lineShare: counted ? LINE_SHARE : 0,
    })

  const setMaxLots = (maxLots: number | null) => edit(t('charge.set-how-many-lots'), { maxLots })

  const setConfidence = (confidence: number | null) =>
    edit(t('charge.set-the-certainty'), { confidence, confidenceOf: 'all' })

  return { setObjective, setTolerance, setWalks, setMaxLots, setConfidence }
}
