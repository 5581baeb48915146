import { t } from '~/words'
import { computed } from 'vue'
import { LINE_SHARE, usedUpLots, type Heat } from '#core/heat'
import { useHeat } from '~/shared/heat/useHeat'
import { useYard } from '~/storage/yard-store'

/** How the charge is to be chosen: each aim is a step of the heat that can be undone. */
export function useChargeAims() {
  const { heat, edit } = useHeat()
  const yard = useYard()

  /** The aim as it is chosen: to use up lots is an aim of its own. */
  const aim = computed(() =>
    heat.value && usedUpLots(heat.value) ? 'use-up' : (heat.value?.objective ?? 'cost'),
  )
  function setAim(to: string): void {
    const usesUp = to === 'use-up'
    edit(t('charge.change-the-aim'), {
      objective: usesUp ? 'virgin' : (to as Heat['objective']),
      useUp: usesUp ? leftovers() : undefined,
    })
  }
  /** Returns first; where there are none, the heaviest scrap. */
  function leftovers(): string[] {
    const free = yard.lots.filter(({ massG }) => massG > 0)
    const returns = free.filter(({ kind }) => kind === 'returns')
    const scrap = free.filter(({ kind }) => kind === 'scrap').sort((a, b) => b.massG - a.massG)
    return (returns.length > 0 ? returns : scrap.slice(0, 1)).map(({ id }) => id)
  }

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

  return { aim, setAim, setTolerance, setWalks, setMaxLots, setConfidence }
}
