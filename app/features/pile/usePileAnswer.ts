import { totalG } from '#core/lists'
import { computed, ref } from 'vue'
import { purchaseName } from '~/shared/words/charge-words'
import { elementName } from '~/shared/units/elements'
import { counted } from '~/shared/units/figures'
import { isolated } from '~/shared/units/isolated'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import type { PileRow, usePile } from './usePile'

type Pile = Pick<ReturnType<typeof usePile>, 'rows' | 'busy' | 'look'>

/** What a pile can become, in words: what can be tapped now, what is near, what is out of reach. */
export function usePileAnswer({ rows, busy, look }: Pile) {
  const yard = useYard()
  const { grams } = useUnits()
  const wantedG = ref<number | null>(1000)
  const group = ref('all')
  const shown = computed(() =>
    rows.value.filter(({ alloy }) => group.value === 'all' || alloy.group === group.value),
  )
  const ready = computed(() => shown.value.filter(({ enough }) => enough))
  const near = computed(() => shown.value.filter(({ enough, unlock }) => !enough && unlock !== null))
  const far = computed(() => shown.value.filter(({ enough, unlock }) => !enough && unlock === null))
  const lotName = (id: string) => yard.records.lots[id]?.name ?? id
  const stockG = computed(() => totalG(yard.lots))
  const again = () => {
    if (wantedG.value) void look(wantedG.value)
  }
  const headline = computed(() => {
    const best = ready.value[0]
    if (busy.value && !best) return 'Trying one alloy after another…'
    if (!best) return `None of them gives ${grams(wantedG.value ?? 0)} from this pile alone.`
    return `${counted(ready.value.length, 'alloy')} can be tapped now; the most is ${grams(best.mostG)} of ${best.alloy.name}.`
  })
  function heldWords({ heldBy, runsOut }: PileRow): string {
    const first = runsOut[0] ? `First to run out: ${isolated(lotName(runsOut[0]))}` : ''
    const limit = heldBy
      ? `held back by the ${heldBy.bound === 'max' ? 'maximum' : 'minimum'} of ${elementName(heldBy.element)}`
      : ''
    return [first, limit].filter(Boolean).join('; ')
  }
  const runsOutWords = ({ runsOut: [first] }: PileRow) =>
    first ? `then ${isolated(lotName(first))} runs out` : ''
  /** Nothing that is to be bought is written as none of it. */
  const amount = (massG: number) => (/^0(\.0+)?\u00a0/.test(grams(massG)) ? 'a pinch' : grams(massG))
  const bought = ({ unlock }: PileRow) =>
    (unlock ?? []).map(({ metal, massG }) => `${amount(massG)} of ${purchaseName(metal)}`).join(', ')
  const share = ({ mostG }: PileRow) => `${Math.min(100, (100 * mostG) / Math.max(stockG.value, 1))}%`
  /** To tap of it: what was asked for, or all there is where that is less. */
  const tapG = ({ mostG }: PileRow) =>
    Math.floor(Math.min(wantedG.value ?? mostG, mostG > 0 ? mostG : Infinity))
  return {
    wantedG,
    group,
    ready,
    near,
    far,
    again,
    headline,
    heldWords,
    runsOutWords,
    amount,
    bought,
    share,
    tapG,
  }
}
