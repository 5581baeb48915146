import { t } from '~/words'
import { computed, onMounted, ref } from 'vue'
import type { Heat } from '#core/heat'
import { ledgerRow, ledgerTotals, matches, parseSearch } from '#core/ledger'
import { useYard } from '~/storage/yard-store'
import { counted } from '~/shared/units/figures'
import { downloadText } from '~/shared/page/useDownload'
import { useGear } from '~/shared/gear/useGear'
import { useIdle } from '~/shared/page/useIdle'
import { useNotices } from '~/shared/page/useNotices'

/** The chart shows the newest ones; more bars than this are a blur. */
const MOST_BARS = 60
/** So many rows are made ready in one idle moment, so that the first search of many heats does not wait for them. */
const READY_AT_ONCE = 250

/** Where a heat's charge went, share of its weight, %; null where nothing was weighed after it. */
function sharesOf(heat: Heat) {
  const { stamp, summary } = ledgerRow(heat)
  const { balance } = summary
  if (!balance || balance.foundG === 0) return null
  const share = (grams: number) => (100 * grams) / balance.chargeG
  const { returnsG, heelG, skullG, spillG, drossG } = heat.pour
  return {
    stamp,
    tapped: 100 * balance.tapYield,
    returned: share((returnsG ?? 0) + (heelG ?? 0)),
    scrapped: share((skullG ?? 0) + (spillG ?? 0)),
    dross: share(drossG ?? 0),
    missing: Math.max(0, share(balance.missingG)),
  }
}

/** The heats of the ledger, the newest first, and what of them is looked for. */
export function useLedger() {
  const yard = useYard()
  const { crucibles } = useGear()
  const { announce } = useNotices()
  const search = ref('')
  const heats = computed(() => yard.heats.filter(({ loggedAt }) => loggedAt).reverse())
  const asked = computed(() => parseSearch(search.value))
  const crucibleNames = computed(
    () => new Map(crucibles.value.map(({ id, name }) => [id, name.toLowerCase()] as const)),
  )
  const found = computed(() =>
    asked.value.terms.length === 0
      ? heats.value
      : heats.value.filter((heat) => matches(ledgerRow(heat), asked.value.terms, crucibleNames.value)),
  )
  const totals = computed(() => ledgerTotals(heats.value))
  const shares = computed(() => {
    const bars: NonNullable<ReturnType<typeof sharesOf>>[] = []
    for (const heat of heats.value) {
      const bar = sharesOf(heat)
      if (bar) bars.push(bar)
      if (bars.length === MOST_BARS) break
    }
    return bars.reverse()
  })

  let next = 0
  const { whenIdle } = useIdle()
  function makeReady(): void {
    // What is searched is reckoned by being asked for; the rest waits until it is seen.
    for (const heat of heats.value.slice(next, next + READY_AT_ONCE)) {
      const row = ledgerRow(heat)
      void [row.measured, row.verdict]
    }
    next += READY_AT_ONCE
    if (next < heats.value.length) whenIdle(makeReady)
  }
  onMounted(() => whenIdle(makeReady))

  /** The heats found, as a table for a spreadsheet. */
  async function saveTable(): Promise<void> {
    const { writeLedger } = await import('#formats/ledger-csv')
    downloadText(writeLedger(found.value), 'ledger.csv', 'text/csv')
    announce(t('ledger.exported', { heats: counted(found.value.length, 'heat') }))
  }

  return { search, heats, asked, found, totals, shares, saveTable }
}
