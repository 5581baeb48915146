import { dayWords } from '~/shared/units/dates'
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { shortName } from '#core/alloys'
import type { Heat } from '#core/heat'
import { compareHeats, ledgerRow, type HeatPoint } from '#core/ledger'
import { navigateTo, useRoute } from '#imports'
import { computed } from 'vue'
import { verdictShort } from '~/shared/heat/results-words'
import { elementName } from '~/shared/units/elements'
import { capital, percent } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'

/** A point as it is shown: its figures, and how far the second is from the first where that says something. */
export interface PointRow {
  name: string
  first: string
  second: string
  apart: string
}
const NONE = '–'

/** Two heats against each other: what differs by more than chance, and what is much the same. */
export function useCompare() {
  const yard = useYard()
  const route = useRoute()
  const { grams, money, perUnit, pricedBy, degrees, degreesApart } = useUnits()
  const heats = computed(() => yard.heats.filter(({ weighed }) => weighed.length).reverse())
  const byNumber = (value: unknown, at: number) =>
    heats.value.find(({ number }) => String(number) === String(value)) ?? heats.value[at] ?? null
  const pair = computed(() => [byNumber(route.query.a, 1), byNumber(route.query.b, 0)] as const)
  const choose = (side: 'a' | 'b', number: string) =>
    navigateTo({ query: { ...route.query, [side]: number } })

  const tenths = (value: number) => `${fixed(value, 1)} %`
  const whole = (value: number) => `${Math.round(value)} min`
  const share = (value: number) => `${percent(value)} %`
  const SHOWN: Record<
    HeatPoint['kind'],
    [name: string, (value: number) => string, ((by: number) => string)?]
  > = {
    superheat: [t('ledger.superheat-point'), degreesApart],
    pour: [t('ledger.pour-temperature-point'), degrees, degreesApart],
    held: [t('ledger.hold-time-point'), whole],
    degassed: [t('ledger.degassed-point'), (value) => (value ? t('small.yes') : t('small.no'))],
    tapped: [t('ledger.yield-point'), tenths],
    dross: [t('ledger.dross-point'), tenths],
    missing: [t('ledger.not-found-point'), tenths],
    cost: [t('ledger.cost-series', { unit: pricedBy.value }), (value) => money(perUnit(value))],
    share: ['', share],
  }
  function rowOf(point: HeatPoint): PointRow {
    const { kind, element, first, second } = point
    const [name, shown, apart = shown] = SHOWN[kind]
    const by = (second ?? 0) - (first ?? 0)
    return {
      name: element ? t('ledger.element-measured', { element: capital(elementName(element)) }) : name,
      first: first === null ? NONE : shown(first),
      second: second === null ? NONE : shown(second),
      apart: !point.differs || kind === 'degassed' ? '' : `${by > 0 ? '+' : '−'} ${apart(Math.abs(by))}`,
    }
  }
  const groups = computed(() => {
    const [a, b] = pair.value
    if (!a || !b) return null
    const points = compareHeats(a, b, yard.lots, yard.gear)
    const told = points.filter(({ first, second }) => first !== null || second !== null)
    return {
      differs: told.filter(({ differs }) => differs).map(rowOf),
      alike: told.filter(({ differs }) => !differs).map(rowOf),
    }
  })
  /** What each of them was: that they are two is no difference to be marked. */
  function about(heat: Heat): [name: string, text: string][] {
    const { summary } = ledgerRow(heat)
    const { alloy } = heat
    return [
      [t('ledger.alloy-label'), alloy ? [...new Set([shortName(alloy), told(alloy.name)])].join(' ') : NONE],
      [t('ledger.date'), dayWords(heat.date)],
      [t('ledger.verdict-label'), verdictShort(summary.verdict)],
      [t('ledger.charge'), grams(summary.predicted.chargeMassG)],
      [t('ledger.lots'), heat.weighed.map(({ name, massG }) => `${grams(massG)} ${name}`).join(', ')],
      [t('ledger.remarks'), heat.remarks || NONE],
    ]
  }
  const facts = computed(() => {
    const [a, b] = pair.value
    if (!a || !b) return []
    const other = about(b)
    return about(a).map(([name, first], at): PointRow => ({
      name,
      first,
      second: other[at]?.[1] ?? NONE,
      apart: '',
    }))
  })
  return { heats, pair, choose, groups, facts }
}
