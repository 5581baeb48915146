import { inSentence, t, told } from '~/words'
import { nth } from '#core/lists'
import {
  PURCHASABLE,
  type ChargePlan,
  type Concession,
  type Conflict,
  type RelaxedLotChoice,
  type LimitChange,
  type Limiting,
  type Purchase,
  type Remedy,
  type Shortfall,
  type Weighing,
  type WeighingRule,
} from '#core/charge'
import { elementName } from '~/shared/units/elements'
import { capital, counted, listed, percent, sentences, timesWords } from '~/shared/units/figures'

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
        ? t('parts.price-of-virgin', { price: tools.grams(value) })
        : objective === 'use-up'
          ? t('parts.price-of-other', { price: tools.grams(value) })
          : 'nominal'
  const worthSaying = (saving: number) => objective !== 'cost' || saving >= 0.005
  if (entry.kind === 'stock') {
    const all = t('parts.lot-used-up', { lotName: tools.lotName(entry.lot) })
    const saving = entry.shadowPrice * 100
    if (objective === 'nominal') return t('parts.more-of-lot-nominal', { usedUp: all })
    return worthSaying(saving)
      ? t('parts.more-of-lot-saves', { usedUp: all, saving: price(saving) })
      : `${all}.`
  }
  if (entry.kind === 'others') return t('parts.others-at-limit')
  const source = tools.mainSource?.(entry.element)
  const step = shadowStep(tools.limitOf?.(entry.element, entry.bound) ?? 1)
  const name = elementName(entry.element)
  const state = source
    ? t(entry.bound === 'max' ? 'parts.at-maximum-from' : 'parts.at-minimum-from', {
        element: capital(name),
        source,
      })
    : t(entry.bound === 'max' ? 'parts.at-maximum' : 'parts.at-minimum', { element: capital(name) })
  const saving = entry.shadowPrice * step
  if (!worthSaying(saving)) return `${state}.`
  if (objective === 'nominal') return t('parts.wider-limit-nominal', { atLimit: state })
  return t(entry.bound === 'max' ? 'parts.more-allowed-saves' : 'parts.less-allowed-saves', {
    atLimit: state,
    step: percent(step),
    element: name,
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
        ? t('parts.no-slack', { element: capital(elementName(entry.element)) })
        : limitingWords(entry, objective, tools),
    )
}

/** A tenth of the limit, in one figure: a change small enough to be meant. */
function shadowStep(limit: number): number {
  return limit > 0 ? Number((limit / 10).toPrecision(1)) : 0.01
}

/** Time ran out before a plan was found, or shown not to exist. */
export const OUT_OF_TIME = t('parts.no-charge-in-time')

/** Why nothing fits, as a sentence. */
export function conflictWords(conflict: readonly Conflict[], tools: ChargeTools): string {
  const first = conflict[0]
  if (!first) return t('parts.no-charge-in-spec')
  if (first.kind === 'metal')
    return t('parts.not-enough-metal', {
      wantedMass: tools.grams(first.wantedG),
      possibleMass: tools.grams(first.possibleG),
    })
  if (first.kind === 'fixed') return t('parts.locked-too-much', { excessMass: tools.grams(first.excessG) })
  const rules = conflict.flatMap((entry) => (entry.kind === 'rule' ? [RULE_WORDS[entry.rule].name] : []))
  if (rules.length > 0) return t('parts.fails-only-on', { rules: rules.join(` ${t('small.and')} `) })
  const limits = conflict.filter(({ kind }) => kind === 'element' || kind === 'others')
  const parts = limits.map((entry) => limitConflictWords(entry, limits.length > 1))
  const causes = conflict.flatMap((entry) => {
    if (entry.kind === 'stock')
      return [
        entry.neededG > entry.availableG * 1.0005
          ? t('parts.lot-enough-with-more', {
              availableMass: tools.grams(entry.availableG),
              lotName: tools.lotName(entry.lot),
              neededMass: tools.grams(entry.neededG),
            })
          : t('parts.lot-only', {
              availableMass: tools.grams(entry.availableG),
              lotName: tools.lotName(entry.lot),
            }),
      ]
    if (entry.kind === 'line')
      return [
        t('parts.lot-locked', {
          mass: tools.grams(entry.fixedG),
          lotName: tools.lotName(entry.lot),
        }),
      ]
    return []
  })
  const head =
    limits.length > 1
      ? t('parts.limits-conflict', { limits: parts.join(', ') })
      : parts.length > 0
        ? capital(nth(parts, 0))
        : t('parts.no-charge-in-spec-clause')
  return `${head}${causes.length > 0 ? `: ${listed(causes)}` : ''}.`
}

/** One limit of a conflict; with others it is named, alone it says what the best would be. */
function limitConflictWords(entry: Conflict, among: boolean): string {
  if (entry.kind === 'others')
    return among
      ? t('parts.others-limit', { limit: percent(entry.limit) })
      : t('parts.others-reach', {
          reached: percent(entry.reached),
          limit: percent(entry.limit),
        })
  if (entry.kind !== 'element') return ''
  const name = elementName(entry.element)
  if (among)
    return t('parts.conflicting-limit', {
      element: name,
      limit: `${entry.bound === 'max' ? '≤' : '≥'} ${percent(entry.limit)} %`,
      reached: percent(entry.reached),
    })
  return entry.bound === 'max'
    ? t('parts.element-stays-over', {
        element: name,
        limit: percent(entry.limit),
        reached: percent(entry.reached),
      })
    : t('parts.element-stays-under', {
        element: name,
        limit: percent(entry.limit),
        reached: percent(entry.reached),
      })
}

const RULE_WORDS: Readonly<Record<WeighingRule, { name: string; drop: string }>> = {
  pieces: { name: t('parts.rule-whole-pieces'), drop: t('parts.rule-whole-pieces-fix') },
  maxLots: { name: t('parts.rule-lot-count'), drop: t('parts.rule-lot-count-fix') },
  minLine: { name: t('parts.rule-smallest-line'), drop: t('parts.rule-smallest-line-fix') },
  increment: { name: t('parts.rule-scale-step'), drop: t('parts.rule-scale-step-fix') },
}

/** What a virgin metal or master alloy is called. */
export function purchaseName(id: string): string {
  return told(PURCHASABLE.find((metal) => metal.id === id)?.name ?? id)
}

const accepted = ({ to, element, bound }: LimitChange) =>
  `${bound === 'min' ? `${t('parts.as-little-as')} ` : ''}${percent(to)} % ${elementName(element)}`
const bought = (one: Purchase, { grams }: ChargeTools) =>
  t('parts.mass-of-metal', { mass: grams(one.massG), metal: purchaseName(one.metal) })

/** A way out, as something to do. */
export function remedyWords(remedy: Remedy, tools: ChargeTools): string {
  switch (remedy.kind) {
    case 'relax':
      return t('parts.accept-limit', { remedy: accepted(remedy) })
    case 'relaxTogether':
      return t('parts.accept-limits', { accepted: listed(remedy.changes.map(accepted)) })
    case 'obtain':
      return t('parts.buy-remedy', { remedy: bought(remedy, tools) })
    case 'obtainTogether':
      return t('parts.buy-several', { purchases: listed(remedy.purchases.map((one) => bought(one, tools))) })
    case 'lessTap':
      return t('parts.tap-less', { tapMass: tools.grams(remedy.tapMassG) })
    case 'moreTap':
      return t('parts.tap-more', { tapMass: tools.grams(remedy.tapMassG) })
    case 'relaxOthers':
      return t('parts.accept-others', { percent: percent(remedy.to) })
    case 'leaveOut':
      return t('parts.leave-out-lot', { lotName: tools.lotName(remedy.lot) })
    case 'takeOut':
      return t('parts.reduce-lot', { lotName: tools.lotName(remedy.lot), mass: tools.grams(remedy.toG) })
    case 'moreLots':
      return t('parts.use-more-lots', { lots: counted(remedy.maxLots, 'lot') })
    case 'dropRule':
      return RULE_WORDS[remedy.rule].drop
  }
}

/** A lot let in that was left out or held to so much, as something to do. */
export function letInWords(
  { lot, massG }: RelaxedLotChoice,
  capG: number | null,
  { lotName, grams }: ChargeTools,
): string {
  return capG === null
    ? t('parts.allow-excluded-lot', { lotName: lotName(lot), mass: grams(massG) })
    : t('parts.raise-lot-limit', { lotName: lotName(lot), limitMass: grams(capG), mass: grams(massG) })
}

/** Less than this under what was asked is not worth a word, g. */
const HAIR_G = 0.05

/** The sentence on top of the charge. */
export function planHeadline(plan: ChargePlan, askedG: number, tools: ChargeTools): string {
  const figures = {
    chargeMass: tools.grams(plan.chargeMassG),
    lots: counted(plan.lines.length, 'lot'),
    tapMass: tools.grams(plan.tapMassG),
  }
  const under = askedG - plan.tapMassG
  return sentences(
    plan.cost > 0
      ? t('parts.plan-headline-cost', { ...figures, cost: tools.money(plan.cost) })
      : t('parts.plan-headline', figures),
    under > Math.max(HAIR_G, 5e-4 * askedG) && t('parts.plan-shortfall', { mass: tools.grams(under) }),
  )
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
      if (entry.kind === 'tap') return t('parts.taps-too-little', { mass: tools.grams(entry.byG) })
      if (entry.kind === 'others') return t('parts.others-over', { excess: percent(entry.by) })
      const limit = tools.limitOf?.(entry.element, entry.bound) ?? 0
      const at = entry.bound === 'max' ? limit + entry.by : limit - entry.by
      return t(entry.bound === 'max' ? 'parts.comes-out-over' : 'parts.comes-out-under', {
        element: elementName(entry.element),
        reached: percent(at),
        excess: percent(entry.by),
      })
    })
  return parts.length > 0 ? `${capital(listed(parts))}.` : t('parts.no-margin')
}

/** What had to be given up for a plan to exist at all. */
export function concessionWords(concessions: readonly Concession[], confidence: number | null): string {
  const parts: string[] = []
  if (concessions.includes('other-lots')) parts.push(t('parts.other-lots-needed'))
  if (concessions.includes('no-margin'))
    parts.push(
      t(concessions.includes('no-room') ? 'parts.no-certain-charge' : 'parts.no-certain-charge-for-scale', {
        certainty: Math.round((confidence ?? 0.9) * 100),
      }),
    )
  if (concessions.includes('no-room')) parts.push(t('parts.no-scale-allowance'))
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
      text: t('parts.weigh-short', {
        problems: inSentence(harmWords(after.plan.shortfalls ?? [], tools)),
      }),
      bad: true,
    }
  const lost = after.concessions.filter((one) => !before.concessions.includes(one))
  if (lost.includes('no-margin') || lost.includes('no-room'))
    return {
      text: t('parts.weigh-short-uncertain', {
        certainty: timesWords(after.plan.probabilityInLimits),
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
      text: t('parts.in-spec-with-lot', { lotName: listed(drawn.map(tools.lotName)) }),
      bad: false,
    }
  if (changed.length > 0) return { text: t('parts.in-spec-replanned'), bad: false }
  return {
    text: is.size > 0 ? t('parts.in-spec-unchanged') : t('parts.in-spec'),
    bad: false,
  }
}
