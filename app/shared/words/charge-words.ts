import { inSentence, t, told } from '~/words'
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
        ? t('parts.of-virgin-metal', { value: tools.grams(value) })
        : 'nominal'
  const worthSaying = (saving: number) => objective !== 'cost' || saving >= 0.005
  if (entry.kind === 'stock') {
    const all = t('parts.all-of-goes-in', { lot: tools.lotName(entry.lot) })
    const saving = entry.shadowPrice * 100
    if (objective === 'nominal') return t('parts.with-more-of-it-the-melt', { all })
    return worthSaying(saving)
      ? t('parts.n-100-g-more-would-save', { all, saving: price(saving) })
      : `${all}.`
  }
  if (entry.kind === 'others') return t('parts.elements-without-a-limit-of-their')
  const source = tools.mainSource?.(entry.element)
  const step = shadowStep(tools.limitOf?.(entry.element, entry.bound) ?? 1)
  const name = elementName(entry.element)
  const state = t('parts.is-at-its', {
    name: capital(name),
    part: source ? ` ${t('parts.from', { source })}` : '',
    part2: entry.bound === 'max' ? t('small.maximum') : t('small.minimum'),
  })
  const saving = entry.shadowPrice * step
  if (!worthSaying(saving)) return `${state}.`
  if (objective === 'nominal') return t('parts.a-wider-limit-would-let-it', { state })
  return t('parts.allowed-would-save', {
    state,
    step: percent(step),
    part: entry.bound === 'max' ? t('small.more') : t('small.less'),
    name,
    saving: price(saving),
  })
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
        ? t('parts.has-no-room-either-way-how', { element: capital(elementName(entry.element)) })
        : limitingWords(entry, objective, tools),
    )
}

/** A tenth of the limit, in one figure: a change small enough to be meant. */
function shadowStep(limit: number): number {
  return limit > 0 ? Number((limit / 10).toPrecision(1)) : 0.01
}

/** Time ran out before a plan was found, or shown not to exist. */
export const OUT_OF_TIME = t('parts.no-blend-was-found-in-the')

/** Why nothing fits, as a sentence. */
export function conflictWords(conflict: readonly Conflict[], tools: ChargeTools): string {
  const first = conflict[0]
  if (!first) return t('parts.no-blend-of-these-lots-keeps')
  if (first.kind === 'metal')
    return t('parts.there-is-not-enough-metal-wanted', {
      wantedG: tools.grams(first.wantedG),
      possibleG: tools.grams(first.possibleG),
    })
  if (first.kind === 'fixed')
    return t('parts.what-is-locked-or-already-weighed', { excessG: tools.grams(first.excessG) })
  const rules = conflict.flatMap((entry) => (entry.kind === 'rule' ? [RULE_WORDS[entry.rule].name] : []))
  if (rules.length > 0) return t('parts.it-fails-only-on', { join: rules.join(` ${t('small.and')} `) })
  const limits = conflict.filter(({ kind }) => kind === 'element' || kind === 'others')
  const parts = limits.map((entry) => limitConflictWords(entry, limits.length > 1))
  const causes = conflict.flatMap((entry) => {
    if (entry.kind === 'stock')
      return [
        entry.neededG > entry.availableG * 1.0005
          ? t('parts.there-is-of-where-would-do', {
              availableG: tools.grams(entry.availableG),
              lot: tools.lotName(entry.lot),
              neededG: tools.grams(entry.neededG),
            })
          : t('parts.there-is-only-of', {
              availableG: tools.grams(entry.availableG),
              lot: tools.lotName(entry.lot),
            }),
      ]
    if (entry.kind === 'line')
      return [
        t('parts.of-is-locked-or-weighed-already', {
          fixedG: tools.grams(entry.fixedG),
          lot: tools.lotName(entry.lot),
        }),
      ]
    return []
  })
  const head =
    limits.length > 1
      ? t('parts.these-cannot-hold-together', { join: parts.join(', ') })
      : parts.length > 0
        ? capital(nth(parts, 0))
        : t('parts.no-blend-of-these-lots-keeps-2')
  return `${head}${causes.length > 0 ? `: ${listed(causes)}` : ''}.`
}

/** One limit of a conflict; with others it is named, alone it says what the best would be. */
function limitConflictWords(entry: Conflict, among: boolean): string {
  if (entry.kind === 'others')
    return among
      ? t('parts.other-elements-together', { limit: percent(entry.limit) })
      : t('parts.other-elements-reach-together-limit', {
          reached: percent(entry.reached),
          limit: percent(entry.limit),
        })
  if (entry.kind !== 'element') return ''
  const name = elementName(entry.element)
  if (among)
    return t('parts.by-itself-it-would-need-relaxing', {
      name,
      part: entry.bound === 'max' ? '≤' : '≥',
      limit: percent(entry.limit),
      reached: percent(entry.reached),
    })
  return entry.bound === 'max'
    ? t('parts.cannot-be-kept-under-best', {
        name,
        limit: percent(entry.limit),
        reached: percent(entry.reached),
      })
    : t('parts.cannot-reach-best', { name, limit: percent(entry.limit), reached: percent(entry.reached) })
}

const RULE_WORDS: Readonly<Record<WeighingRule, { name: string; drop: string }>> = {
  pieces: { name: t('parts.whole-pieces'), drop: t('parts.cut-the-pieces-instead-of-using') },
  maxLots: { name: t('parts.the-number-of-lots'), drop: t('parts.use-as-many-lots-as-it') },
  minLine: { name: t('parts.the-smallest-line-worth-weighing'), drop: t('parts.allow-lighter-lines') },
  increment: { name: t('parts.the-step-of-the-scale'), drop: t('parts.weigh-in-finer-steps') },
}

/** What a virgin metal or master alloy is called. */
export function purchaseName(id: string): string {
  return told(PURCHASABLE.find((metal) => metal.id === id)?.name ?? id)
}

const accepted = ({ to, element, bound }: LimitChange) =>
  `${bound === 'min' ? `${t('parts.as-little-as')} ` : ''}${percent(to)} % ${elementName(element)}`
const bought = (one: Purchase, { grams }: ChargeTools) =>
  t('parts.of', { massG: grams(one.massG), metal: purchaseName(one.metal) })

/** A way out, as something to do. */
export function remedyWords(remedy: Remedy, tools: ChargeTools): string {
  switch (remedy.kind) {
    case 'relax':
      return t('parts.accept', { remedy: accepted(remedy) })
    case 'relaxTogether':
      return t('parts.accept-2', { accepted: listed(remedy.changes.map(accepted)) })
    case 'obtain':
      return t('parts.get', { remedy: bought(remedy, tools) })
    case 'obtainTogether':
      return t('parts.get-2', { map: listed(remedy.purchases.map((one) => bought(one, tools))) })
    case 'lessTap':
      return t('parts.tap-instead', { tapMassG: tools.grams(remedy.tapMassG) })
    case 'moreTap':
      return t('parts.tap-instead-more-metal-thins-what', { tapMassG: tools.grams(remedy.tapMassG) })
    case 'relaxOthers':
      return t('parts.accept-of-elements-without-a-limit', { to: percent(remedy.to) })
    case 'leaveOut':
      return t('parts.leave-out', { lot: tools.lotName(remedy.lot) })
    case 'takeOut':
      return t('parts.take-back-down-to', { lot: tools.lotName(remedy.lot), toG: tools.grams(remedy.toG) })
    case 'moreLots':
      return t('parts.use-up-to', { maxLots: counted(remedy.maxLots, 'lot') })
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
    ? t('parts.let-in-which-you-left-out', { lot: lotName(lot), massG: grams(massG) })
    : t('parts.allow-more-of-than-of-it', { lot: lotName(lot), capG: grams(capG), massG: grams(massG) })
}

/** Less than this under what was asked is not worth a word, g. */
const HAIR_G = 0.05

/** The sentence on top of the charge. */
export function planHeadline(plan: ChargePlan, askedG: number, tools: ChargeTools): string {
  const lots = plan.lines.length === 1 ? t('parts.one-lot') : t('parts.lots', { lines: plan.lines.length })
  const cost = plan.cost > 0 ? ` ${t('parts.for', { cost: tools.money(plan.cost) })}` : ''
  const under = askedG - plan.tapMassG
  const short =
    under > Math.max(HAIR_G, 5e-4 * askedG)
      ? t('parts.under-what-you-asked', { under: tools.grams(under) })
      : ''
  return t('parts.charge-from-to-tap', {
    chargeMassG: tools.grams(plan.chargeMassG),
    lots,
    tapMassG: tools.grams(plan.tapMassG),
    cost,
    short,
  })
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
      if (entry.kind === 'tap') return t('parts.it-taps-less-than-you-can', { byG: tools.grams(entry.byG) })
      if (entry.kind === 'others')
        return t('parts.elements-without-a-limit-of-their-2', { by: percent(entry.by) })
      const limit = tools.limitOf?.(entry.element, entry.bound) ?? 0
      const at = entry.bound === 'max' ? limit + entry.by : limit - entry.by
      return t('parts.comes-to-its-limit', {
        element: elementName(entry.element),
        at: percent(at),
        by: percent(entry.by),
        part: entry.bound === 'max' ? t('small.over') : t('small.under'),
      })
    })
  return parts.length > 0 ? `${capital(listed(parts))}.` : t('parts.it-holds-with-no-safety-margin')
}

/** What had to be given up for a plan to exist at all. */
export function concessionWords(concessions: readonly Concession[], confidence: number | null): string {
  const parts: string[] = []
  if (concessions.includes('other-lots')) parts.push(t('parts.after-what-was-weighed-the-lots'))
  if (concessions.includes('no-margin'))
    parts.push(
      t('parts.no-blend-is-inside-all-its', {
        part: concessions.includes('no-room') ? '' : `${t('parts.with-room-for-an-error-of')} `,
        confidence: Math.round((confidence ?? 0.9) * 100),
      }),
    )
  if (concessions.includes('no-room')) parts.push(t('parts.there-is-no-room-for-an'))
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
    return {
      text: t('parts.if-you-take-it', {
        shortfalls: inSentence(harmWords(after.plan.shortfalls ?? [], tools)),
      }),
      bad: true,
    }
  const lost = after.concessions.filter((one) => !before.concessions.includes(one))
  if (lost.includes('no-margin') || lost.includes('no-room'))
    return {
      text: t('parts.if-you-take-it-every-limit', {
        probabilityInLimits: timesWords(after.plan.probabilityInLimits),
      }),
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
      text: t('parts.every-limit-holds-with-drawn-in', { lotName: listed(drawn.map(tools.lotName)) }),
      bad: false,
    }
  if (changed.length > 0) return { text: t('parts.every-limit-holds-the-rest-is'), bad: false }
  return {
    text: is.size > 0 ? t('parts.every-limit-holds-the-rest-stays') : t('parts.every-limit-holds'),
    bad: false,
  }
}
