import type { Concession } from '#core/heat'
import type { ChargePlan, Conflict, Limiting, Remedy } from '#core/charge'
import { elementName } from './elements'
import { percent } from './figures'

export interface ChargeTools {
  lotName: (id: string) => string
  grams: (value: number, step?: number) => string
  money: (value: number) => string
  /** the element's biggest carrier in the present plan, if one stands out */
  mainSource?: (element: string) => string | null
  /** the limit as it stands, wt% */
  limitOf?: (element: string, bound: 'min' | 'max') => number | undefined
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** What holds a plan where it is, as a sentence. */
export function limitingWords(entry: Limiting, objective: string, tools: ChargeTools): string {
  const price = (value: number) =>
    objective === 'cost'
      ? tools.money(value)
      : objective === 'virgin'
        ? `${tools.grams(value)} of virgin metal`
        : `${value.toFixed(3)} of distance`
  const worthSaying = (saving: number) => objective !== 'cost' || saving >= 0.005
  if (entry.kind === 'stock') {
    const all = `All of ${tools.lotName(entry.lot)} goes in`
    const saving = entry.shadowPrice * 100
    return worthSaying(saving) ? `${all}; 100 g more would save ${price(saving)}.` : `${all}.`
  }
  if (entry.kind === 'others') return 'Elements without a limit of their own are at their limit together.'
  const source = tools.mainSource?.(entry.element)
  const step = shadowStep(tools.limitOf?.(entry.element, entry.bound) ?? 1)
  const name = elementName(entry.element)
  const state = `${capital(name)}${source ? ` from ${source}` : ''} is at its ${entry.bound === 'max' ? 'most' : 'least'}`
  const saving = entry.shadowPrice * step
  if (!worthSaying(saving)) return `${state}.`
  return `${state}; ${percent(step)} % ${entry.bound === 'max' ? 'more' : 'less'} ${name} allowed would save ${price(saving)}.`
}

/** A tenth of the limit, in one figure: a change small enough to be meant. */
function shadowStep(limit: number): number {
  return limit > 0 ? Number((limit / 10).toPrecision(1)) : 0.01
}

/** Why nothing fits, as a sentence. */
export function conflictWords(conflict: readonly Conflict[], tools: ChargeTools): string {
  const first = conflict[0]
  if (!first) return 'No blend of these lots keeps every limit.'
  if (first.kind === 'metal')
    return `There is not enough metal: ${tools.grams(first.wantedG)} wanted, ${tools.grams(first.possibleG)} possible from the lots in use.`
  if (first.kind === 'fixed')
    return `What is locked or already weighed melts to ${tools.grams(first.excessG)} more than the tap mass and its margin.`
  const parts = conflict.map((entry) => {
    if (entry.kind === 'others')
      return `other elements reach ${percent(entry.reached)} % together (limit ${percent(entry.limit)})`
    if (entry.kind !== 'element') return ''
    const name = elementName(entry.element)
    return entry.bound === 'max'
      ? `${name} cannot be kept under ${percent(entry.limit)} % (best ${percent(entry.reached)})`
      : `${name} cannot reach ${percent(entry.limit)} % (best ${percent(entry.reached)})`
  })
  return `${capital(parts.join(', and '))}.`
}

/** A way out, as something to do. */
export function remedyWords(remedy: Remedy, tools: ChargeTools): string {
  switch (remedy.kind) {
    case 'relax':
      return `Accept ${percent(remedy.to)} % ${elementName(remedy.element)}`
    case 'obtain':
      return `Get ${tools.grams(remedy.massG)} of clean ${elementName(remedy.metal)}`
    case 'lessTap':
      return `Tap ${tools.grams(remedy.tapMassG)} instead`
  }
}

/** The sentence on top of the charge. */
export function planHeadline(plan: ChargePlan, tools: ChargeTools): string {
  const lots = plan.lines.length === 1 ? 'one lot' : `${plan.lines.length} lots`
  return `Charge ${tools.grams(plan.chargeMassG)} from ${lots}: ${tools.grams(plan.tapMassG)} to tap for ${tools.money(plan.cost)}.`
}

/** What had to be given up for a plan to exist at all. */
export function concessionWords(concessions: readonly Concession[], confidence: number | null): string {
  const parts: string[] = []
  if (concessions.includes('other-lots'))
    parts.push(
      'With the lots first planned it no longer works out after what was weighed; others were drawn in.',
    )
  if (concessions.includes('no-margin'))
    parts.push(
      `No blend keeps each limit ${Math.round((confidence ?? 0.9) * 100)} times in 100; this one keeps them by the book figures, without a margin.`,
    )
  return parts.join(' ')
}
