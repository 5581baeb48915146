import { t } from '~/words'
import { capital } from '~/shared/units/figures'
import { byId } from '#core/lists'
import { computed, type ComputedRef } from 'vue'
import { PURCHASABLE, type RelaxedLotChoice, type Purchase, type Remedy, type Weighing } from '#core/charge'
import { heatStamp, overruleLimits, POT_LOT, type Heat, lotChoice } from '#core/heat'
import { newLot, type Lot } from '#core/stock'
import { now, useYard, type Edit } from '~/storage/yard-store'
import { letInWords, purchaseName, remedyWords, type ChargeTools } from '~/shared/words/charge-words'
import { useHeat } from '~/shared/heat/useHeat'

export interface WayOut {
  words: string
  doIt: string
  /** null where only the caster can do it */
  apply: (() => void) | null
}

const isBought = ({ kind }: Remedy) => kind === 'obtain' || kind === 'obtainTogether'
/** What keeps the alloy what it is comes before what makes it another. */
const trueToTheAlloy = (remedies: readonly Remedy[]): Remedy[] => [
  ...remedies.filter(isBought),
  ...remedies.filter((one) => !isBought(one)),
]

/** The ways out of a charge that cannot be made, each with what carries it out. */
export function useWaysOut(answer: () => Weighing | null, tools: ComputedRef<ChargeTools>) {
  const yard = useYard()
  const { heat, edit } = useHeat()

  function choicesWith(current: Heat, change: (choice: Heat['choices'][string]) => Heat['choices'][string]) {
    return Object.fromEntries(Object.entries(current.choices).map(([id, choice]) => [id, change(choice)]))
  }

  function buy(current: Heat, purchases: readonly Purchase[]): void {
    const edits = purchases.map(({ metal, massG }): Edit => {
      const lot = boughtRecord(metal, massG, heatStamp(current.number))
      return { collection: 'lots', id: lot.id, after: lot }
    })
    yard.commit(t('charge.add-bought-metal'), edits)
  }

  function action(remedy: Remedy, words: string): (() => void) | null {
    const current = heat.value
    if (!current) return null
    switch (remedy.kind) {
      case 'relax':
        return () => edit(words, overruleLimits(current, [remedy]))
      case 'relaxTogether':
        return () => edit(words, overruleLimits(current, remedy.changes))
      case 'lessTap':
      case 'moreTap':
        return () => edit(words, { tapMassG: remedy.tapMassG })
      case 'relaxOthers':
        return () =>
          current.alloy &&
          edit(words, {
            alloy: {
              ...current.alloy,
              othersTotalMax: remedy.to,
              othersSource: t('charge.limit-moved-note', {
                limitPct: current.alloy.othersTotalMax,
              }),
            },
          })
      case 'moreLots':
        return () => edit(words, { maxLots: remedy.maxLots })
      case 'leaveOut':
        if (remedy.lot === POT_LOT) return () => edit(t('charge.crucible-scraped'), { potClean: now() })
        return () =>
          edit(words, {
            weighed: current.weighed.filter(({ lotId }) => lotId !== remedy.lot),
            choices: { ...current.choices, [remedy.lot]: lotChoice({ use: false }) },
          })
      case 'takeOut':
        // Only the caster can scrape it out so far.
        if (remedy.lot === POT_LOT) return null
        return () =>
          edit(words, {
            weighed: current.weighed.map((line) =>
              line.lotId === remedy.lot ? { ...line, massG: remedy.toG } : line,
            ),
          })
      case 'dropRule':
        if (remedy.rule === 'maxLots') return () => edit(words, { maxLots: null })
        if (remedy.rule === 'pieces')
          return () =>
            edit(words, { choices: choicesWith(current, (choice) => ({ ...choice, pieceG: null })) })
        return null
      case 'obtain':
        return () => buy(current, [remedy])
      case 'obtainTogether':
        return () => buy(current, remedy.purchases)
    }
  }

  /** What the caster left out, let in: the metal is there, so it comes before anything that has to be bought. */
  function letIn(one: RelaxedLotChoice): WayOut {
    const choice = heat.value?.choices[one.lot]
    const capG = choice?.use ? choice.capG : null
    const words = letInWords(one, capG, tools.value)
    const apply = () => {
      const current = heat.value
      if (!current) return
      const choice = lotChoice({ ...current.choices[one.lot], use: true, capG: null })
      edit(words, { choices: { ...current.choices, [one.lot]: choice } })
    }
    return { words, doIt: t('charge.apply-button'), apply }
  }

  const waysOut = computed<WayOut[]>(() => [
    ...(answer()?.letIn ?? []).map(letIn),
    ...trueToTheAlloy(answer()?.plan.remedies ?? []).map((remedy) => {
      const words = remedyWords(remedy, tools.value)
      return {
        words,
        doIt: isBought(remedy)
          ? t('charge.bought-button')
          : remedy.kind === 'leaveOut' && remedy.lot === POT_LOT
            ? t('charge.crucible-washed')
            : t('charge.apply-button'),
        apply: action(remedy, words),
      }
    }),
  ])
  return { waysOut }
}

/** Bought metal as a lot of the stock, its price still to be written down. */
function boughtRecord(metal: string, massG: number, stamp: string): Lot {
  const name = purchaseName(metal)
  const { composition } = byId(PURCHASABLE, metal)
  const hardener = Object.keys(composition).length > 1 && metal.includes('-')
  return newLot(
    { id: crypto.randomUUID(), now: now() },
    {
      name: t('charge.bought-lot', { metalName: capital(name) }),
      kind: hardener ? 'master' : 'virgin',
      form: 'bar',
      massG,
      composition: { ...composition },
      knowledge: 'certificate',
      metallicYield: 1,
      note: t('charge.bought-note', { heatNumber: stamp }),
    },
  )
}
