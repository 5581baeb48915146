import { t } from '~/words'
import { why } from '~/storage/why'
import { computed, ref, shallowRef, watch } from 'vue'
import { shortName } from '#core/alloys'
import { controlChart } from '#core/learn'
import { ledgerRow } from '#core/ledger'
import { useTaught } from '~/shared/learning/taught-store'
import { elementName } from '~/shared/units/elements'
import { capital } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'

/** A chart of some hundred heats can be read; all of many years only shows that they are many. */
export const SPANS = [200, 1000] as const

/** How the yard runs: one element or the yield, heat by heat, with limits; tramp elements; cost. */
export function useTrends() {
  const yard = useYard()
  const { perUnit, pricedBy } = useUnits()
  const rows = computed(() => yard.heats.filter(({ loggedAt }) => loggedAt).map((heat) => ledgerRow(heat)))
  const alloys = computed(() => {
    const counted = new Map<string, { id: string; name: string; count: number }>()
    for (const { heat } of rows.value)
      if (heat.alloy) {
        const { id } = heat.alloy
        counted.set(id, { id, name: shortName(heat.alloy), count: (counted.get(id)?.count ?? 0) + 1 })
      }
    return [...counted.values()].sort((a, b) => b.count - a.count)
  })
  const alloy = ref('')
  const ofAlloy = computed(() =>
    rows.value.filter(({ heat }) => !alloy.value || heat.alloy?.id === alloy.value),
  )
  const span = ref<number>(SPANS[0])
  const chosen = computed(() => (span.value ? ofAlloy.value.slice(-span.value) : ofAlloy.value))
  const elements = computed(() =>
    [...new Set(chosen.value.flatMap(({ measured }) => Object.keys(measured)))].sort(),
  )
  const element = ref('')
  const charted = computed(() => {
    const of = (value: (row: (typeof rows.value)[number]) => number | null | undefined) => {
      const points = chosen.value.flatMap((row) => {
        const one = value(row)
        return one === null || one === undefined ? [] : [{ stamp: row.stamp, value: one }]
      })
      const chart = controlChart(points.map((point) => point.value))
      return chart && { chart, stamps: points.map(({ stamp }) => stamp) }
    }
    return [
      ...(element.value
        ? [
            alloy.value
              ? {
                  title: t('ledger.element-measured-series', {
                    element: capital(elementName(element.value)),
                  }),
                  unit: '%',
                  ...of(({ measured }) => measured[element.value]),
                }
              : {
                  // Alloys differ; how far each missed its own prediction does not.
                  title: t('ledger.element-error-series', {
                    element: capital(elementName(element.value)),
                  }),
                  unit: '%',
                  ...of(({ measured, summary }) => {
                    const pct = measured[element.value]
                    return pct === undefined
                      ? null
                      : pct - (summary.predicted.composition[element.value] ?? 0)
                  }),
                },
          ]
        : []),
      {
        title: t('ledger.tap-yield'),
        unit: '%',
        ...of(({ summary }) => (summary.balance?.foundG ? 100 * summary.balance.tapYield : null)),
      },
      {
        title: t('ledger.dross-point'),
        unit: '%',
        ...of(({ heat, summary }) =>
          heat.pour.drossG === null || !summary.balance
            ? null
            : (100 * heat.pour.drossG) / summary.balance.chargeG,
        ),
      },
      {
        title: t('ledger.cost-series', { unit: pricedBy.value }),
        unit: yard.settings.currency,
        ...of(({ costPerKg }) => costPerKg && perUnit(costPerKg)),
      },
    ]
  })
  const taught = useTaught()
  const tramps = shallowRef<Awaited<ReturnType<typeof taught.tramps>>>([])
  const trampsFault = ref('')
  watch(
    () => [taught.logged, yard.lots],
    async () => {
      try {
        tramps.value = await taught.tramps()
        trampsFault.value = ''
      } catch (error) {
        trampsFault.value = why(error)
      }
    },
    { immediate: true },
  )
  const meanCost = computed(() => {
    const known = chosen.value.flatMap(({ costPerKg }) => costPerKg ?? [])
    return known.length ? known.reduce((sum, cost) => sum + cost, 0) / known.length : null
  })
  return {
    rows,
    alloys,
    alloy,
    ofAlloy,
    span,
    chosen,
    elements,
    element,
    charted,
    tramps,
    trampsFault,
    meanCost,
  }
}
