import { nth } from '#core/lists'
import {
  PURCHASABLE,
  type ChargePlan,
  type Concession,
  type Conflict,
  type LetIn,
  type LimitChange,
  type Limiting,
  type Purchase,
  type Remedy,
  type Shortfall,
  type Weighing,
  type WeighingRule,
} from '#core/charge'
import { elementName } from '~/shared/units/elements'
import { capital, counted, listed, percent, timesWords } from '~/shared/units/figures'

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
        : 'nominal'
  const worthSaying = (saving: number) => objective !== 'cost' || saving >= 0.005
  if (entry.kind === 'stock') {
    const all = `All of ${tools.lotName(entry.lot)} goes in`
    const saving = entry.shadowPrice * 100
    if (objective === 'nominal') return `${all}; with more of it the melt would come nearer nominal.`
    return worthSaying(saving) ? `${all}; 100 g more would save ${price(saving)}.` : `${all}.`
  }
  if (entry.kind === 'others') return 'Elements without a limit of their own are at their limit together.'
  const source = tools.mainSource?.(entry.element)
  const step = shadowStep(tools.limitOf?.(entry.element, entry.bound) ?? 1)
  const name = elementName(entry.element)
  const state = `${capital(name)}${source ? ` from ${source}` : ''} is at its ${entry.bound === 'max' ? 'maximum' : 'minimum'}`
  const saving = entry.shadowPrice * step
  if (!worthSaying(saving)) return `${state}.`
  if (objective === 'nominal') return `${state}; a wider limit would let it come nearer nominal.`
  return `${state}; ${percent(step)} % ${entry.bound === 'max' ? 'more' : 'less'} ${name} allowed would save ${price(saving)}.`
}

/** How many sentences of what holds a plan are told. */
const MOST_TOLD = 2

/** What holds a plan where it is. An element held from both sides is in more doubt than its limits are wide. */
export function limitingSentences(
  limiting: readonly Limiting[],
  objective: string,
  tools: ChargeTools,
): string[] {
  const sides = (entry: Limiting) =>
    entry.kind === 'element'
      ? limiting.filter((one) => one.kind === 'element' && one.element === entry.element)
      : [entry]
  return limiting
    .filter((entry) => sides(entry)[0] === entry)
    .slice(0, MOST_TOLD)
    .map((entry) =>
      entry.kind === 'element' && sides(entry).length > 1
        ? `${capital(elementName(entry.element))} has no room either way: how well the lots are known is as wide as its limits. Surer figures of them save money.`
        : limitingWords(entry, objective, tools),
    )
}

/** A tenth of the limit, in one figure: a change small enough to be meant. */
function shadowStep(limit: number): number {
  return limit > 0 ? Number((limit / 10).toPrecision(1)) : 0.01
}

/** Time ran out before a plan was found, or shown not to exist. */
export const OUT_OF_TIME =
  'No blend was found in the time there is, and none is shown to be impossible. Leave out lots that hardly matter, allow more lots, or drop whole pieces, and it is looked for again.'

/** Why nothing fits, as a sentence. */
export function conflictWords(conflict: readonly Conflict[], tools: ChargeTools): string {
  const first = conflict[0]
  if (!first) return 'No blend of these lots keeps every limit.'
  if (first.kind === 'metal')
    return `There is not enough metal: ${tools.grams(first.wantedG)} wanted, ${tools.grams(first.possibleG)} possible from the lots in use.`
  if (first.kind === 'fixed')
    return `What is locked or already weighed melts to ${tools.grams(first.excessG)} more than the tap mass and its margin.`
  const rules = conflict.flatMap((entry) => (entry.kind === 'rule' ? [RULE_WORDS[entry.rule].name] : []))
  if (rules.length > 0) return `It fails only on ${rules.join(' and ')}.`
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
        ? capital(nth(parts, 0))
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
    return `${name} ${entry.bound === 'max' ? '≤' : '≥'} ${percent(entry.limit)} % (by itself it would need relaxing to ${percent(entry.reached)})`
  return entry.bound === 'max'
    ? `${name} cannot be kept under ${percent(entry.limit)} % (best ${percent(entry.reached)})`
    : `${name} cannot reach ${percent(entry.limit)} % (best ${percent(entry.reached)})`
}

const RULE_WORDS: Readonly<Record<WeighingRule, { name: string; drop: string }>> = {
  pieces: { name: 'whole pieces', drop: 'Cut the pieces instead of using them whole' },
  maxLots: { name: 'the number of lots', drop: 'Use as many lots as it takes' },
  minLine: { name: 'the smallest line worth weighing', drop: 'Allow lighter lines' },
  increment: { name: 'the step of the scale', drop: 'Weigh in finer steps' },
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
    case 'moreTap':
      return `Tap ${tools.grams(remedy.tapMassG)} instead: more metal thins what is too much`
    case 'relaxOthers':
      return `Accept ${percent(remedy.to)} % of elements without a limit of their own, together`
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

/** A lot let in that was left out or held to so much, as something to do. */
export function letInWords(
  { lot, massG }: LetIn,
  capG: number | null,
  { lotName, grams }: ChargeTools,
): string {
  return capG === null
    ? `Let in ${lotName(lot)}, which you left out: ${grams(massG)} of it`
    : `Allow more of ${lotName(lot)} than ${grams(capG)}: ${grams(massG)} of it`
}

/** Less than this under what was asked is not worth a word, g. */
const HAIR_G = 0.05

/** The sentence on top of the charge. */
export function planHeadline(plan: ChargePlan, askedG: number, tools: ChargeTools): string {
  const lots = plan.lines.length === 1 ? 'one lot' : `${plan.lines.length} lots`
  const cost = plan.cost > 0 ? ` for ${tools.money(plan.cost)}` : ''
  const under = askedG - plan.tapMassG
  const short = under > Math.max(HAIR_G, 5e-4 * askedG) ? `, ${tools.grams(under)} under what you asked` : ''
  return `Charge ${tools.grams(plan.chargeMassG)} from ${lots}: ${tools.grams(plan.tapMassG)} to tap${cost}${short}.`
}

/** What does not hold of a charge, and by how much. */
export function harmWords(shortfalls: readonly Shortfall[], tools: ChargeTools): string {
  // The worst first; what is out by less than a part in five hundred of its limit is not worth a word beside it.
  const share = (entry: Shortfall) =>
    entry.kind === 'element' ? entry.by / (tools.limitOf?.(entry.element, entry.bound) || 1) : 1
  const worst = [...shortfalls].sort((a, b) => share(b) - share(a))
  const parts = worst
    .filter((entry, at) => at === 0 || share(entry) > 0.002)
    .map((entry) => {
      if (entry.kind === 'tap') return `it taps ${tools.grams(entry.byG)} less than you can do with`
      if (entry.kind === 'others')
        return `elements without a limit of their own come to ${percent(entry.by)} % too much together`
      const limit = tools.limitOf?.(entry.element, entry.bound) ?? 0
      const at = entry.bound === 'max' ? limit + entry.by : limit - entry.by
      return `${elementName(entry.element)} comes to ${percent(at)} %, ${percent(entry.by)} ${entry.bound === 'max' ? 'over' : 'under'} its limit`
    })
  return parts.length > 0 ? `${capital(listed(parts))}.` : 'It holds, with no safety margin.'
}

/** What had to be given up for a plan to exist at all. */
export function concessionWords(concessions: readonly Concession[], confidence: number | null): string {
  const parts: string[] = []
  if (concessions.includes('other-lots'))
    parts.push('After what was weighed, the lots first planned no longer do; others were drawn in.')
  if (concessions.includes('no-margin'))
    parts.push(
      `No blend ${concessions.includes('no-room') ? '' : 'with room for an error of the scale '}is inside all its limits ${Math.round((confidence ?? 0.9) * 100)} times in 100; this one is inside by the predicted figures, without a margin.`,
    )
  if (concessions.includes('no-room'))
    parts.push('There is no room for an error of the scale: weigh as closely as it can.')
  return parts.join(' ')
}

/** What comes of a weight before it is taken; `bad` where something asked for is lost by it. */
export function outcomeWords(
  before: Weighing,
  after: Weighing,
  lotId: string,
  tools: ChargeTools,
): { text: string; bad: boolean } {
  if (after.plan.status === 'least-harm')
    return { text: `If you take it: ${lowerFirst(harmWords(after.plan.shortfalls ?? [], tools))}`, bad: true }
  const lost = after.concessions.filter((one) => !before.concessions.includes(one))
  if (lost.includes('no-margin') || lost.includes('no-room'))
    return {
      text: `If you take it, every limit still holds by the predicted figures, but the melt is inside only about ${timesWords(after.plan.probabilityInLimits)}.`,
      bad: true,
    }
  const massOf = ({ plan }: Weighing) =>
    new Map(plan.lines.filter(({ lot }) => lot !== lotId).map(({ lot, massG }) => [lot, massG]))
  const was = massOf(before)
  const is = massOf(after)
  const changed = [...new Set([...was.keys(), ...is.keys()])].filter(
    (lot) => Math.abs((was.get(lot) ?? 0) - (is.get(lot) ?? 0)) > 1e-6,
  )
  const drawn = [...is.keys()].filter((lot) => !was.has(lot))
  if (drawn.length > 0)
    return {
      text: `Every limit holds, with ${listed(drawn.map(tools.lotName))} drawn in beside the rest.`,
      bad: false,
    }
  if (changed.length > 0) return { text: 'Every limit holds; the rest is worked out again.', bad: false }
  return {
    text: is.size > 0 ? 'Every limit holds; the rest stays as planned.' : 'Every limit holds.',
    bad: false,
  }
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)
