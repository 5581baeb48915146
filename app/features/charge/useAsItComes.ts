import { t, told } from '~/words'
import { computed } from 'vue'
import { ALLOYS, baseMetal, type Practice } from '#core/alloys'
import { likeliestFamilies, metalOfPractice, OUTLANDISH } from '#core/families'
import { heatRecovery, lotChoice, unlocked, type Heat, type LotChoice } from '#core/heat'
import { metalNeeded } from '#core/casting'
import { nearestPredicted } from '#core/ledger'
import { PRACTICE_WORDS } from '~/shared/words/alloys-words'
import { mainParts } from '~/shared/composition/main-parts'
import { asItIs, useHeat } from '~/shared/heat/useHeat'
import { useLearning } from '~/shared/learning/useLearning'
import { useYard } from '~/storage/yard-store'
import { nearWords } from '~/shared/words/near-words'
import type { Charge } from './useCharge'
import type { ChargeRowState } from './useChargeRows'

/** So many alloys are told as near. */
const NEAR = 4

/** Whether a lot goes in where nothing is aimed at. */
export const goesIn = ({ choice, weighedG }: ChargeRowState): boolean =>
  weighedG !== null || (choice.use && choice.lockG !== null)

/** A charge that aims at no alloy: what goes in is chosen, and what it becomes is told. */
export function useAsItComes({ heat, lots, lines, prediction, lotName }: Charge) {
  const yard = useYard()
  const { edit } = useHeat()
  const { planner } = useLearning()

  /** Puts so much of a lot into the charge, or takes it out again. */
  function put(lotId: string, massG: number | null, mergeKey?: string): void {
    const name = lotName(lotId)
    change(
      massG ? t('charge.include-lot', { lotName: name }) : t('charge.take-lot-out', { lotName: name }),
      { [lotId]: taken(massG) },
      mergeKey,
    )
  }
  function putAll(): void {
    const all = lots.value.filter((lot) => lot.massG > 0 && !weighed(lot.id))
    change(t('charge.use-all-button'), Object.fromEntries(all.map(({ id, massG }) => [id, taken(massG)])))
  }
  const weighed = (lotId: string) => !!heat.value?.weighed.some((line) => line.lotId === lotId)
  const taken = (massG: number | null): LotChoice => lotChoice({ use: !!massG, lockG: massG || null })

  /** What goes in decides what kind of metal it is, and so whose losses it is reckoned with. */
  async function change(label: string, choices: Heat['choices'], mergeKey?: string): Promise<void> {
    const of = heat.value?.id
    const planned = await planner()
    const current = heat.value
    // Gone on to another heat meanwhile.
    if (!current || current.id !== of) return
    const next = { ...current, choices: { ...current.choices, ...choices } }
    const yards = current.losses === undefined || current.losses === yard.settings.losses
    edit(label, { choices: next.choices, ...(yards ? planned(asItIs(next).alloy) : {}) }, mergeKey)
  }

  const near = computed(() =>
    heat.value
      ? nearestPredicted(
          lines.value,
          heatRecovery(heat.value),
          [...ALLOYS, ...yard.ownAlloys.map(({ alloy }) => alloy)],
          NEAR,
        )
      : [],
  )
  /** The kinds of metal it can be handled as, the nearest first. */
  const families = computed(() => {
    const alloy = heat.value?.alloy
    if (!alloy || !prediction.value) return []
    return likeliestFamilies(prediction.value.composition)
      .filter(({ practice }) => metalOfPractice(practice) === baseMetal(alloy))
      .map(({ practice }) => ({ practice, name: PRACTICE_WORDS[practice] }))
  })
  const handleAs = (practice: Practice | null) =>
    edit(t('charge.set-metal-kind'), { asItComes: { practice, namedAt: null } })

  /** Every element worth a line, with how well it is known. */
  const elements = computed(() => (prediction.value ? mainParts(prediction.value) : []))
  /** How much of it is enough for what is to be cast, g; null where nothing is. */
  const needG = computed(() => (heat.value?.need?.castingsG ? metalNeeded(heat.value.need) : null))
  /** Like no metal that is cast: what is told of it is that of the nearest, and may not hold. */
  const outlandish = computed(() => (near.value[0]?.distance ?? 0) > OUTLANDISH)
  const nearest = computed(() => nearWords(near.value))

  /** Aims at an alloy after all; what was chosen is left to the plan. */
  async function aimAt(id: string): Promise<void> {
    const alloy = near.value.find((one) => one.alloy.id === id)?.alloy
    const current = heat.value
    if (!alloy || !current) return
    const planned = await planner()
    edit(t('charge.aim-at-alloy', { alloyName: told(alloy.name) }), {
      asItComes: undefined,
      alloy,
      tapMassG: current.tapMassG && Math.round(current.tapMassG),
      choices: unlocked(current.choices),
      ...planned(alloy),
    })
  }

  return { put, putAll, near, nearest, outlandish, families, handleAs, elements, needG, aimAt }
}
