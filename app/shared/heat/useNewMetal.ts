import { computed } from 'vue'
import { boughtNew, newPrices } from '#core/ledger'
import { elementName } from '~/shared/units/elements'
import { listed } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { t } from '~/words'

type Melt = Parameters<typeof boughtNew>[0]

/** What metal costs new, by the prices of this yard, and what a melt saves against it. */
export function useNewMetal() {
  const yard = useYard()
  const { money } = useUnits()
  const prices = computed(() => newPrices(yard.lots, yard.settings.newMetalPrices))

  /** "To compare with new metal, enter the price of tin and lead." */
  const askWords = (unpriced: readonly string[]): string =>
    t('shared.new-metal-ask', { metals: listed(unpriced.map(elementName)) })

  /**
   * Compares a melt with the same metal bought new.
   * @param cost what its lots cost
   * @returns a sentence, or the question for the prices that are missing
   */
  function compare(melt: Melt, recovery: Readonly<Record<string, number>>, cost: number) {
    const fresh = boughtNew(melt, recovery, prices.value)
    if (fresh.cost === null)
      return { words: '', ask: fresh.unpriced.length > 0 ? askWords(fresh.unpriced) : '' }
    const saved = fresh.cost - cost
    const told = { newCost: money(fresh.cost), difference: money(Math.abs(saved)) }
    return { words: t(saved >= 0 ? 'shared.new-metal-saves' : 'shared.new-metal-cheaper', told), ask: '' }
  }

  return { prices, askWords, compare }
}
