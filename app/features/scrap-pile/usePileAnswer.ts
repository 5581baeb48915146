import { t, told } from '~/words'
import { totalG } from '#core/lists'
import { atLeast, atMost } from '#core/units'
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
    if (busy.value && !best) return t('scrap-pile.trying')
    if (!best) return t('scrap-pile.none-enough', { mass: grams(wantedG.value ?? 0) })
    return t('scrap-pile.answer-summary', {
      alloys: counted(ready.value.length, 'alloy'),
      mass: most(best),
      alloyName: told(best.alloy.name),
    })
  })
  function heldWords({ heldBy, runsOut }: PileRow): string {
    const first = runsOut[0] ? t('scrap-pile.runs-out-first', { lots: isolated(lotName(runsOut[0])) }) : ''
    const limit = heldBy
      ? t('scrap-pile.limited-by-limit', {
          bound: heldBy.bound === 'max' ? t('small.maximum') : t('small.minimum'),
          element: elementName(heldBy.element),
        })
      : ''
    return [first, limit].filter(Boolean).join('; ')
  }
  const runsOutWords = ({ runsOut: [first] }: PileRow) =>
    first ? t('scrap-pile.limited-by-lot', { first: isolated(lotName(first)) }) : ''
  /** What is to be bought: as much of it as is told is enough. */
  const amount = (massG: number) => grams(atLeast(massG, yard.settings.mass))
  /** The most that can be tapped: what is told of it can be asked for. */
  const most = ({ mostG }: Pick<PileRow, 'mostG'>) => {
    const unit = yard.settings.mass
    // Kilograms are told to ten grams.
    if (unit === 'kg' || (unit === 'g' && mostG >= 10_000)) return grams(Math.floor(mostG / 10) * 10, 10)
    return grams(atMost(mostG, unit))
  }
  const bought = ({ unlock }: PileRow) =>
    (unlock ?? [])
      .map(({ metal, massG }) =>
        t('scrap-pile.mass-of-metal', { mass: amount(massG), metal: purchaseName(metal) }),
      )
      .join(', ')
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
    most,
    bought,
    share,
    tapG,
  }
}
