import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { totalG } from '#core/lists'
import type { LossWay } from '#core/losses'
import { LOSS_WORDS } from './losses-words'
import type { ElementSources, MeltPrediction } from '#core/charge'
import { elementName } from '~/shared/units/elements'
import { capital, percent } from '~/shared/units/figures'

/** A sum laid open: words and figures only, ready to be shown. */
export interface Working {
  title: string
  value: string
  formula: string
  rows: { label: string; sum: string; value: string }[]
  notes: string[]
}

interface Tools {
  grams: (value: number, step?: number) => string
  cost: (value: number) => string
  price: (perKg: number) => string
  lotName: (id: string) => string
  /** whose losses the plan reckons with */
  losses?: LossWay
}

interface Line {
  massG: number
  lot: {
    id: string
    metallicYield?: number | undefined
    pricePerKg?: number | undefined
    composition: Record<string, number>
  }
}

/** Whose losses a sum was made with. */
const lossNote = (way: LossWay) =>
  t('parts.losses', { name: LOSS_WORDS[way].name, note: LOSS_WORDS[way].note })

/** How the tap mass follows from the charge. */
export function tapWorking(lines: readonly Line[], melt: MeltPrediction, tools: Tools): Working {
  const perLot = new Map<string, number>()
  for (const list of Object.values(melt.sources))
    for (const { lot, massG } of list) perLot.set(lot, (perLot.get(lot) ?? 0) + massG)
  return {
    title: t('parts.tap-mass'),
    value: tools.grams(melt.tapMassG, 0.1),
    formula: t('parts.tap-formula'),
    rows: lines.map(({ massG, lot }) => ({
      label: tools.lotName(lot.id),
      sum: `${tools.grams(massG, 0.1)} × ${fixed(lot.metallicYield ?? 1, 3)} × ${fixed((perLot.get(lot.id) ?? 0) / (massG * (lot.metallicYield ?? 1)), 3)}`,
      value: tools.grams(perLot.get(lot.id) ?? 0, 0.1),
    })),
    notes: [lossNote(tools.losses ?? 'usual')],
  }
}

/** What the charge costs, lot by lot. */
export function costWorking(lines: readonly Line[], tools: Tools): Working {
  const cost = ({ massG, lot }: Line) => (massG * (lot.pricePerKg ?? 0)) / 1000
  return {
    title: t('parts.cost-working-title'),
    value: tools.cost(lines.reduce((sum, line) => sum + cost(line), 0)),
    formula: t('parts.cost-formula'),
    rows: lines.map((line) => ({
      label: tools.lotName(line.lot.id),
      sum: t('parts.mass-times-price', {
        mass: tools.grams(line.massG, 0.1),
        price: tools.price(line.lot.pricePerKg ?? 0),
      }),
      value: tools.cost(cost(line)),
    })),
    notes: [t('parts.cost-note')],
  }
}

/** Where an element of the melt comes from. */
export function elementWorking(
  element: string,
  melt: MeltPrediction,
  recovery: Record<string, number>,
  tools: Tools,
): Working {
  const sources: ElementSources[string] = melt.sources[element] ?? []
  const total = totalG(sources)
  const sd = melt.sd[element] ?? 0
  return {
    title: t('parts.element-working-title', { element: capital(elementName(element)) }),
    value: `${percent(melt.composition[element] ?? 0)} %`,
    formula: t('parts.element-share', {
      elementMass: tools.grams(total, 0.01),
      element: elementName(element),
      tapMass: tools.grams(melt.tapMassG),
    }),
    rows: sources.map(({ lot, massG }) => ({
      label: tools.lotName(lot),
      sum: t('parts.percent-of-it', { percent: fixed((100 * massG) / total, 0) }),
      value: tools.grams(massG, 0.01),
    })),
    notes: [
      t('parts.recovery-of', { element: elementName(element), recovery: fixed(recovery[element] ?? 1, 3) }),
      t('parts.uncertainty-note', { uncertainty: percent(sd) }),
      lossNote(tools.losses ?? 'usual'),
    ],
  }
}
