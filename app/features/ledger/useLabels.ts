import { dayWords } from '~/shared/units/dates'
import { t } from '~/words'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { shortName } from '#core/alloys'
import { measuredComposition } from '#core/assay'
import { heatStamp, heatSummary, type Heat } from '#core/heat'
import { inferredOf } from '#core/ledger'
import { labelShares, labelState, labelText } from '#core/stock'
import { LABEL_SHEETS, layOut, PAGE_MM } from '#formats/label-sheets'
import { labelAddress } from '#formats/label'
import { navigateTo, useRoute } from '#imports'
import { useRememberedHere } from '~/shared/page/useRemembered'
import { useUnits } from '~/shared/units/useUnits'
import { percent } from '~/shared/units/figures'
import { now, useYard, type Edit } from '~/storage/yard-store'
import { useNotices } from '~/shared/page/useNotices'
import { KNOWLEDGE_WORDS } from '~/shared/words/knowledge-words'
import { addressOf } from '~/shared/page/served'

/** A label as it is printed: of an ingot with its code, or of a bin. */
export interface Label {
  id: string
  title: string
  stamped: boolean
  lines: string[]
  address: string | null
}

/** Labels of several heats' ingots or of the bins, laid on a sheet of labels as they are sold, or two on a row. */
export function useLabels() {
  const yard = useYard()
  const route = useRoute()
  const { grams } = useUnits()
  const { announce } = useNotices()
  const heats = computed(() => yard.heats.filter(({ pour }) => pour.ingots.length).reverse())
  const forBins = computed(() => asked.value === 'bins' || (asked.value === '' && heats.value.length === 0))
  const asked = computed(() => String(route.query.heat ?? ''))
  /** the heats labels are made of, the newest first; the newest there is where none was chosen */
  const chosen = computed<Heat[]>(() => {
    if (forBins.value) return []
    const numbers = new Set(asked.value.split(',').filter(Boolean))
    return numbers.size === 0
      ? heats.value.slice(0, 1)
      : heats.value.filter(({ number }) => numbers.has(String(number)))
  })
  const pick = (numbers: readonly (number | string)[]) =>
    navigateTo({ query: { heat: [...new Set(numbers)].join(',') || 'bins' } })
  const toggle = (number: number) => {
    const now = chosen.value.map((heat) => heat.number)
    void pick(now.includes(number) ? now.filter((one) => one !== number) : [...now, number])
  }

  const shares = (composition: Record<string, number>) =>
    labelShares(composition)
      .map(([symbol, pct]) => `${symbol}\u00a0${percent(pct)}`)
      .join('  ')
  const origin = import.meta.client ? window.location.origin + addressOf('') : ''
  const ofHeat = (heat: Heat): Label[] => {
    const assay = measuredComposition(heatSummary(heat).measured, heat.alloy?.base)
    const inferred = shares(inferredOf(heat))
    const says =
      shares(assay) ||
      (inferred && t('ledger.inferred-composition', { composition: inferred })) ||
      t('ledger.not-measured')
    const alloy = heat.alloy ? shortName(heat.alloy) : ''
    return heat.pour.ingots.map(({ stamp, massG, id }) => ({
      id,
      title: stamp,
      stamped: true,
      lines: [alloy, grams(massG), dayWords(heat.date), says].filter(Boolean),
      address: labelAddress(origin, { stamp, massG, alloy, heat: heatStamp(heat.number), assay }),
    }))
  }
  /** only bins that have no label yet, or say something else by now */
  const onlyChanged = ref(false)
  const bins = computed(() => yard.lots.filter(({ massG }) => massG > 0))
  const stale = computed(() => bins.value.filter((lot) => labelState(lot) !== 'same'))
  const ofBins = computed<Label[]>(() =>
    (onlyChanged.value ? stale.value : bins.value).map((lot) => ({
      id: lot.id,
      title: lot.name,
      stamped: false,
      lines: [
        shares(lot.composition),
        t('ledger.lot-label-line', {
          knowledge: KNOWLEDGE_WORDS[lot.knowledge],
          mass: grams(lot.massG),
        }),
      ],
      address: null,
    })),
  )
  const labels = computed(() => (forBins.value ? ofBins.value : chosen.value.flatMap(ofHeat)))

  const sheetId = useRememberedHere('label-sheet', '')
  const sheet = computed(() => LABEL_SHEETS.find(({ id }) => id === sheetId.value) ?? null)
  const first = ref<number | null>(1)
  const pages = computed(() => (sheet.value ? layOut(labels.value, sheet.value, first.value ?? 1) : []))
  usePaper(sheet)

  /** What is printed is remembered of each bin, so that the next batch is those that changed. */
  function print(): void {
    if (forBins.value) {
      const printed = new Set(labels.value.map(({ id }) => id))
      const at = now()
      const edits = bins.value
        .filter((lot) => printed.has(lot.id) && labelState(lot) !== 'same')
        .map((lot): Edit => ({
          collection: 'lots',
          id: lot.id,
          after: { ...lot, labelled: { at, text: labelText(lot) } },
        }))
      if (edits.length > 0 && yard.commit(t('ledger.print-labels-edit'), edits))
        announce(t('ledger.labels-printed'))
    }
    window.print()
  }
  return {
    heats,
    chosen,
    forBins,
    pick,
    toggle,
    labels,
    onlyChanged,
    stale,
    bins,
    sheetId,
    sheet,
    first,
    pages,
    print,
  }
}

/** The paper of the sheet chosen, without margins of its own: the labels lie where the sheet has them. */
function usePaper(sheet: { value: (typeof LABEL_SHEETS)[number] | null }): void {
  if (!import.meta.client || typeof CSSStyleSheet === 'undefined') return
  const rules = new CSSStyleSheet()
  watch(
    () => sheet.value?.page ?? null,
    (page) => {
      const [width, height] = page ? PAGE_MM[page] : [0, 0]
      rules.replaceSync(page ? `@page { size: ${width}mm ${height}mm; margin: 0 }` : '')
    },
    { immediate: true },
  )
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, rules]
  onBeforeUnmount(() => {
    document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => one !== rules)
  })
}
