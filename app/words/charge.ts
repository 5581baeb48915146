import type { Concession } from '#core/heat'
import {
  PURCHASABLE,
  type ChargePlan,
  type Conflict,
  type LimitChange,
  type Limiting,
  type Purchase,
  type Remedy,
  type WeighingRule,
} from '#core/charge'
import { elementName } from './elements'
import { capital, counted, listed, percent } from './figures'

export interface ChargeTools {
  lotName: (id: string) => string
  grams: (value: number, step?: number) => string
  money: (value: number) => string
  /** the element's biggest carrier in the present plan, if one stands out */
  mainSource?: (element: string) => string | null
  /** the limit as it stands, wt% */
  limitOf?: (element: string, bound: 'min' | 'max') => number | undefined
}

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
  const rules = conflict.flatMap((entry) => (entry.kind === 'rule' ? [RULE_WORDS[entry.rule].name] : []))
  if (rules.length > 0) return `The metal would do, but not with ${rules.join(' and ')}.`
  const limits = conflict.filter(({ kind }) => kind === 'element' || kind === 'others')
  const parts = limits.map((entry) => limitConflictWords(entry, limits.length > 1))
  const causes = conflict.flatMap((entry) => {
    if (entry.kind === 'stock')
      return [
        entry.neededG > entry.availableG * 1.0005
          ? `there is ${tools.grams(entry.availableG)} of ${tools.lotName(entry.lot)} where ${tools.grams(entry.neededG)} would do`
          : `there is only ${tools.grams(entry.availableG)} of ${tools.lotName(entry.lot)}`,
      ]
    if (entry.kind === 'line')
      return [`${tools.grams(entry.fixedG)} of ${tools.lotName(entry.lot)} is locked or weighed already`]
    return []
  })
  const head =
    limits.length > 1
      ? `These cannot hold together: ${parts.join(', ')}`
      : parts.length > 0
        ? capital(parts[0]!)
        : 'No blend of these lots keeps every limit'
  return `${head}${causes.length > 0 ? `: ${listed(causes)}` : ''}.`
}

/** One limit of a conflict; with others it is named, alone it says what the best would be. */
function limitConflictWords(entry: Conflict, among: boolean): string {
  if (entry.kind === 'others')
    return among
      ? `other elements together ≤ ${percent(entry.limit)} %`
      : `other elements reach ${percent(entry.reached)} % together (limit ${percent(entry.limit)})`
  if (entry.kind !== 'element') return ''
  const name = elementName(entry.element)
  if (among)
    return `${name} ${entry.bound === 'max' ? '≤' : '≥'} ${percent(entry.limit)} % (alone it would have to give to ${percent(entry.reached)})`
  return entry.bound === 'max'
    ? `${name} cannot be kept under ${percent(entry.limit)} % (best ${percent(entry.reached)})`
    : `${name} cannot reach ${percent(entry.limit)} % (best ${percent(entry.reached)})`
}

const RULE_WORDS: Readonly<Record<WeighingRule, { name: string; drop: string }>> = {
  pieces: { name: 'whole pieces only', drop: 'Cut the pieces instead of using them whole' },
  maxLots: { name: 'so few lots', drop: 'Use as many lots as it takes' },
  minLine: { name: 'no line so light', drop: 'Allow lighter lines' },
  increment: { name: 'steps of the scale this coarse', drop: 'Weigh in finer steps' },
}

/** What a virgin metal or master alloy is called. */
export function purchaseName(id: string): string {
  return PURCHASABLE.find((metal) => metal.id === id)?.name ?? id
}

const accepted = ({ to, element, bound }: LimitChange) =>
  `${bound === 'min' ? 'as little as ' : ''}${percent(to)} % ${elementName(element)}`
const bought = (one: Purchase, { grams }: ChargeTools) => `${grams(one.massG)} of ${purchaseName(one.metal)}`

/** A way out, as something to do. */
export function remedyWords(remedy: Remedy, tools: ChargeTools): string {
  switch (remedy.kind) {
    case 'relax':
      return `Accept ${accepted(remedy)}`
    case 'relaxTogether':
      return `Accept ${listed(remedy.changes.map(accepted))}`
    case 'obtain':
      return `Get ${bought(remedy, tools)}`
    case 'obtainTogether':
      return `Get ${listed(remedy.purchases.map((one) => bought(one, tools)))}`
    case 'lessTap':
      return `Tap ${tools.grams(remedy.tapMassG)} instead`
    case 'leaveOut':
      return `Leave out ${tools.lotName(remedy.lot)}`
    case 'takeOut':
      return `Take ${tools.lotName(remedy.lot)} back down to ${tools.grams(remedy.toG)}`
    case 'moreLots':
      return `Use up to ${counted(remedy.maxLots, 'lot')}`
    case 'dropRule':
      return RULE_WORDS[remedy.rule].drop
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
