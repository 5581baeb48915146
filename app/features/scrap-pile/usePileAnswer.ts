import { t, told } from '~/words'
import { totalG } from '#core/lists'
import { predictMelt, SURE } from '#core/charge'
import { alloyRecovery } from '#core/families'
import { toChargeLot } from '#core/stock'
import { useNewMetal } from '~/shared/heat/useNewMetal'
import { bestUse, roundAmount } from '#core/scrap-pile'
import { atLeast, atMost } from '#core/units'
import { computed, ref } from 'vue'
import { purchaseName } from '~/shared/words/charge-words'
import { elementName } from '~/shared/units/elements'
import { counted, timesWords } from '~/shared/units/figures'
import { isolated } from '~/shared/units/isolated'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import type { PileRow, usePile } from './usePile'

type Pile = Pick<ReturnType<typeof usePile>, 'rows' | 'busy' | 'look'>

/** A smaller part of what was asked for is not offered. */
const LEAST_PART = 0.1
/** A small purchase is at most this share of what is poured. */
const SMALL_PURCHASE = 0.2
const buysLead = ({ unlock }: PileRow) => Number(!!unlock?.some(({ metal }) => metal.includes('Pb')))
/** Lead is not what a beginner is sent to buy where something else will do. */
const leadLast = (rows: readonly PileRow[]) => [...rows].sort((a, b) => buysLead(a) - buysLead(b))
/** What can be relied on first, then what is enough; of each what makes the best use of the pile. */
export const bestFirst = (rows: readonly PileRow[]): PileRow[] =>
  bestUse(rows).sort(
    (a, b) =>
      Number(b.certainty >= SURE) - Number(a.certainty >= SURE) || Number(b.enough) - Number(a.enough),
  )

/** What a pile can become, in words: what can be tapped now, what is near, what is out of reach. */
export function usePileAnswer({ rows, busy, look }: Pile) {
  const yard = useYard()
  const { grams } = useUnits()
  const wantedG = ref<number | null>(roundAmount(Infinity, yard.settings.mass))
  const group = ref('all')
  const shown = computed(() =>
    rows.value.filter(({ alloy }) => group.value === 'all' || alloy.group === group.value),
  )
  const ready = computed(() => shown.value.filter(({ enough }) => enough))
  /** less than was asked for, but more than a spoonful */
  const partial = computed(() =>
    shown.value.filter(({ enough, reachG }) => !enough && reachG >= LEAST_PART * (wantedG.value ?? 0)),
  )
  const near = computed(() =>
    leadLast(shown.value.filter(({ enough, unlock }) => !enough && unlock !== null)),
  )
  const isSmall = ({ boughtG }: PileRow) => boughtG <= SMALL_PURCHASE * (wantedG.value ?? 0)
  const far = computed(() => shown.value.filter(({ enough, unlock }) => !enough && unlock === null))
  const lotName = (id: string) => yard.records.lots[id]?.name ?? id
  const stockG = computed(() => totalG(yard.lots))
  const again = () => {
    if (wantedG.value) void look(wantedG.value)
  }
  const headline = computed(() => {
    const best = ready.value[0]
    if (busy.value && !best) return t('scrap-pile.trying')
    const [part] = bestFirst(partial.value)
    if (!best && part)
      return t('scrap-pile.none-enough-but', {
        mass: grams(wantedG.value ?? 0),
        most: most(part),
        alloyName: told(part.alloy.name),
        certainty: certain(part),
      })
    if (!best) return t('scrap-pile.none-enough', { mass: grams(wantedG.value ?? 0) })
    return t('scrap-pile.answer-summary', {
      alloys: counted(ready.value.length, 'alloy'),
      mass: most(best),
      alloyName: told(best.alloy.name),
      certainty: certain(best),
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
  const certain = ({ certainty }: Pick<PileRow, 'certainty'>) => timesWords(certainty)
  const most = ({ reachG: mostG }: Pick<PileRow, 'reachG'>) => {
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
  const share = ({ reachG }: PileRow) => `${Math.min(100, (100 * reachG) / Math.max(stockG.value, 1))}%`
  /** To tap of it: what was asked for, or all there is where that is less. */
  const tapG = ({ reachG }: PileRow) => {
    const wanted = wantedG.value ?? Infinity
    return reachG > 0 && reachG < wanted ? atMost(reachG, yard.settings.mass) : wanted
  }
  const { compare } = useNewMetal()
  /** What it saves against new metal, or the prices that are missing to say so. */
  function money(row: PileRow) {
    const { lines, mostG } = row.sure ?? row
    const taken = lines.flatMap(({ lot: id, massG }) => {
      const lot = yard.records.lots[id]
      return lot ? [{ lot, massG: (massG * tapG(row)) / mostG }] : []
    })
    const recovery = alloyRecovery(row.alloy)
    const melt = predictMelt(
      taken.map(({ lot, massG }) => ({ massG, lot: toChargeLot(lot) })),
      recovery,
    )
    return compare(
      melt,
      recovery,
      taken.reduce((sum, { lot, massG }) => sum + (massG * lot.pricePerKg) / 1000, 0),
    )
  }
  return {
    money,
    wantedG,
    group,
    ready,
    partial,
    certain,
    isSmall,
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
