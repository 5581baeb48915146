import { t, told } from '~/words'
import { counted } from '~/shared/units/figures'
import { isolated } from '~/shared/units/isolated'
import { computed } from 'vue'
import { shortName, type Alloy } from '#core/alloys'
import { comesAsItIs } from '#core/heat'
import { useYard } from '~/storage/yard-store'
import { STAGES, type StageId } from './stages-words'
import { useStagePlaces } from './useStagePlaces'
import { verdictShort } from '~/shared/heat/results-words'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'

/** A standard's number as it is; a name of someone's own is kept from turning what follows around. */
const nameOf = (alloy: Alloy) => (shortName(alloy) === alloy.id ? alloy.id : isolated(told(alloy.name)))

export interface StageState {
  id: StageId
  name: string
  to: string
  /** the stage's answer so far, in a few words */
  answer: string
  done: boolean
}

/** The seven stages with what each has to say of the heat in hand. */
export function useStageLine() {
  const yard = useYard()
  const { heat, summary } = useHeat()
  const { grams } = useUnits()
  const { places, at } = useStagePlaces()

  function answerOf(id: StageId): { answer: string; done: boolean } {
    const current = heat.value
    const total = yard.lots.reduce((sum, lot) => sum + lot.massG, 0)
    if (id === 'stock')
      return {
        answer: `${counted(yard.lots.length, 'lot')}, ${grams(total, 100)}`,
        done: yard.lots.length > 0,
      }
    if (id === 'ledger') {
      const logged = yard.heats.filter(({ loggedAt }) => loggedAt).length
      return { answer: counted(logged, 'heat'), done: !!current?.loggedAt }
    }
    if (!current) return { answer: '', done: false }
    const found = summary.value?.balance
    switch (id) {
      case 'target':
        return current.alloy && current.tapMassG
          ? {
              answer: `${nameOf(current.alloy)}, ${grams(current.tapMassG)}`,
              done: true,
            }
          : {
              answer: current.asItComes ? t('app-shell.as-it-comes') : t('small.choose'),
              done: !!current.asItComes,
            }
      case 'charge':
        return current.weighed.length
          ? {
              answer: t('app-shell.weighed-status', {
                mass: grams(current.weighed.reduce((sum, line) => sum + line.massG, 0)),
              }),
              done: true,
            }
          : { answer: t('app-shell.to-weigh'), done: false }
      case 'melt': {
        const steps = Object.keys(current.done).length
        return {
          answer: steps ? t('app-shell.done', { steps: counted(steps, 'step') }) : t('app-shell.not-lit'),
          done: 'pour' in current.done,
        }
      }
      case 'pour':
        return found && found.foundG > 0
          ? {
              answer: t('app-shell.found-status', { mass: grams(found.foundG) }),
              done: found.state === 'closes',
            }
          : { answer: t('app-shell.to-weigh'), done: false }
      case 'assay':
        return {
          answer: comesAsItIs(current)
            ? t('app-shell.no-name-yet')
            : verdictShort(summary.value?.verdict ?? null),
          done: current.assays.length > 0,
        }
    }
  }

  const stages = computed<StageState[]>(() =>
    STAGES.map((stage, index) => ({
      id: stage.id,
      name: stage.name,
      to: places.value[index] ?? '/',
      ...answerOf(stage.id),
    })),
  )
  return { stages, heat, at }
}
