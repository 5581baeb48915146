import { totalG } from '#core/lists'
import type { LossWay } from '#core/losses'
import { LOSS_WORDS } from './losses-words'
import type { ElementSources, MeltPrediction } from '#core/charge'
import { elementName } from '~/shared/units/elements'
import { percent } from '~/shared/units/figures'

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
  money: (value: number) => string
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
const lossNote = (way: LossWay) => `Losses: ${LOSS_WORDS[way].name}. ${LOSS_WORDS[way].note}`

/** How the tap mass follows from the charge. */
export function tapWorking(lines: readonly Line[], melt: MeltPrediction, tools: Tools): Working {
  const perLot = new Map<string, number>()
  for (const list of Object.values(melt.sources))
    for (const { lot, massG } of list) perLot.set(lot, (perLot.get(lot) ?? 0) + massG)
  return {
    title: 'Tap mass',
    value: tools.grams(melt.tapMassG, 0.1),
    formula: 'Σ charged × metallic yield × Σ (share of each element × its recovery)',
    rows: lines.map(({ massG, lot }) => ({
      label: tools.lotName(lot.id),
      sum: `${tools.grams(massG, 0.1)} × ${(lot.metallicYield ?? 1).toFixed(3)} × ${((perLot.get(lot.id) ?? 0) / (massG * (lot.metallicYield ?? 1))).toFixed(3)}`,
      value: tools.grams(perLot.get(lot.id) ?? 0, 0.1),
    })),
    notes: [lossNote(tools.losses ?? 'usual')],
  }
}

/** What the charge costs, lot by lot. */
export function costWorking(lines: readonly Line[], tools: Tools): Working {
  const cost = ({ massG, lot }: Line) => (massG * (lot.pricePerKg ?? 0)) / 1000
  return {
    title: 'Cost of the charge',
    value: tools.money(lines.reduce((sum, line) => sum + cost(line), 0)),
    formula: 'Σ charged × price per kilogram',
    rows: lines.map((line) => ({
      label: tools.lotName(line.lot.id),
      sum: `${tools.grams(line.massG, 0.1)} × ${tools.money(line.lot.pricePerKg ?? 0)}/kg`,
      value: tools.money(cost(line)),
    })),
    notes: ['Prices are those written on the lots. Fuel, flux and crucible wear are not in it.'],
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
    title: `${elementName(element).replace(/^./, (c) => c.toUpperCase())} in the melt`,
    value: `${percent(melt.composition[element] ?? 0)} %`,
    formula: `${tools.grams(total, 0.01)} of ${elementName(element)} ÷ ${tools.grams(melt.tapMassG)} tapped`,
    rows: sources.map(({ lot, massG }) => ({
      label: tools.lotName(lot),
      sum: `${((100 * massG) / total).toFixed(0)} % of it`,
      value: tools.grams(massG, 0.01),
    })),
    notes: [
      `Recovery of ${elementName(element)}: ${(recovery[element] ?? 1).toFixed(3)}.`,
      `Spread ± ${percent(sd)} % (one standard deviation), from how well each lot is known; lots counted as independent.`,
      lossNote(tools.losses ?? 'usual'),
    ],
  }
}
