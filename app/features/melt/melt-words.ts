import { inSentence, t, told } from '~/words'
import { nth, present } from '#core/lists'
import { heldAt, type Hold, type HoldState, type judgeDose, type RunStep } from '#core/melt'
import { metalFacts, type Addition, type FamilyMetal } from '#core/families'
import { listed, counted } from '~/shared/units/figures'

export interface StepWords {
  title: string
  how: string
}

interface Tools {
  grams: (value: number, step?: number) => string
  degrees: (celsius: number) => string
  degreesApart: (celsius: number) => string
  /** null where no practice is known for it */
  metal: FamilyMetal | null
}

const ADD_HOW: Readonly<Record<Addition, string>> = {
  copper: t('melt.push-the-preheated-pieces-under-as'),
  bronze: t('melt.it-melts-into-the-copper-easily'),
  light: t('melt.press-it-together-and-hold-it'),
  silicon: t('melt.small-pieces-pushed-under-slowly-wait'),
  master: t('melt.in-pieces-under-the-surface-wait'),
  aluminium: t('melt.dry-pieces-one-at-a-time'),
  tin: t('melt.straight-in-it-melts-at-once'),
  lead: t('melt.straight-in-then-stir-hard-it'),
  brass: t('melt.last-of-the-scrap-under-the'),
  zinc: t('melt.last-plunged-under-at-the-lowest'),
  phosphor: t('melt.plunge-it-just-before-pouring'),
  magnesium: t('melt.last-plunged-to-the-bottom-in'),
  antimony: t('melt.crushed-a-little-at-a-time'),
}

/** Where another metal wants another way. */
const ADD_HOW_IN: Readonly<Partial<Record<FamilyMetal, Partial<Record<Addition, string>>>>> = {
  Zn: {
    aluminium: t('melt.in-thin-pieces-pushed-under-stir'),
    copper: t('melt.as-thin-wire-or-as-a'),
    magnesium: t('melt.last-as-a-master-alloy-or'),
    master: t('melt.in-pieces-under-the-surface-stir'),
  },
  Sn: {
    copper: t('melt.as-thin-wire-or-as-tin'),
    lead: t('melt.straight-in-it-melts-at-once'),
  },
}

/** The name of an addition when it is a step of its own. */
const ADD_TITLE: Readonly<Record<Addition, string>> = {
  copper: t('melt.copper'),
  bronze: t('melt.bronze-and-returns'),
  light: t('melt.turnings-and-light-scrap'),
  silicon: t('melt.silicon'),
  master: t('melt.master-alloys'),
  aluminium: t('melt.aluminium'),
  tin: t('melt.tin'),
  lead: t('melt.lead'),
  brass: t('melt.brass'),
  zinc: t('melt.zinc'),
  phosphor: t('melt.phosphor-copper'),
  magnesium: t('melt.magnesium'),
  antimony: t('melt.antimony'),
}

/** What the step is called by what its lots mostly are: lead and bismuth go in alike, and are not the same. */
function additionTitle({ addition, lots = [] }: RunStep): string {
  if (addition !== 'lead') return ADD_TITLE[present(addition, t('melt.what-is-added'))]
  const mostly = (symbol: string, other: string) =>
    lots.some(({ composition }) => (composition[symbol] ?? 0) > (composition[other] ?? 0))
  return [mostly('Pb', 'Bi') ? t('small.lead') : '', mostly('Bi', 'Pb') ? t('small.bismuth') : '']
    .filter(Boolean)
    .join(` ${t('small.and')} `)
}

/** Each part of an addition, with what the melt is held at for it. */
export const portionWords = (
  { portions = [] }: Pick<RunStep, 'portions'>,
  { grams, degrees }: Pick<Tools, 'grams' | 'degrees'>,
): string[] =>
  portions.length > 1
    ? portions.map(({ massG, fromC, toC }) =>
        t('melt.melt-at-to', { massG: grams(massG, 1), fromC: degrees(fromC), toC: degrees(toC) }),
      )
    : []

/** What the melt is held at while something goes in. */
function heldWords(step: RunStep, { grams, degrees }: Pick<Tools, 'grams' | 'degrees'>): string {
  const between = ({ fromC, toC }: { fromC: number; toC: number }) =>
    t('melt.and', { fromC: degrees(fromC), toC: degrees(toC) })
  const boils =
    step.boilsC === undefined
      ? ''
      : ` ${t('melt.above-zinc-boils-out-of-it', { boilsC: degrees(step.boilsC) })}`
  if (step.portions && step.portions.length > 1) {
    return ` ${t('melt.in-parts-of-about-the-melt', { portions: step.portions.length, massG: grams(nth(step.portions, 0).massG, 1), boils })}`
  }
  const held = heldAt(step)
  if (held) return ` ${t('melt.keep-the-melt-between', { held: between(held), boils })}`
  return step.hold === 'cool-enough' ? ` ${t('melt.no-melting-range-is-known-for')}` : ''
}

/** Temperature drops are estimates: said to ten degrees. */
const ROUGHLY_C = 10
const roughly = (celsius: number) => ROUGHLY_C * Math.round(celsius / ROUGHLY_C)

/** What an addition does to the temperature of the melt, and what to start from. */
function chillWords(
  { chill, hold }: RunStep,
  { degrees, degreesApart }: Pick<Tools, 'degrees' | 'degreesApart'>,
): string {
  if (!chill) return ''
  const by = degreesApart(roughly(Math.abs(chill.dropC)))
  if (chill.dropC < 0) return ` ${t('melt.heats', { rise: by })}`
  return chill.startC !== null && hold !== 'cool-enough'
    ? ` ${t('melt.chills', { drop: by, start: degrees(roughly(chill.startC)) })}`
    : ` ${t('melt.chills-held', { drop: by })}`
}

/** From how much to how much of something: a small dose as finely as it has to be weighed. */
export function doseWords(
  { lowG, highG }: Pick<NonNullable<RunStep['dose']>, 'lowG' | 'highG'>,
  grams: Tools['grams'],
): string {
  const stepG = highG < 2 ? 0.1 : highG < 10 ? 0.5 : 1
  const [low, high] = [grams(lowG, stepG), grams(highG, stepG)]
  return low === high ? low : t('melt.to-3', { lowG: low, highG: high })
}

/** At what heat, and what first. */
function pourWords({ window, pourOrder }: RunStep, degrees: Tools['degrees']): string {
  const order = pourOrder?.length
    ? t('melt.ingots-last', { join: pourOrder.join(', ' + `${t('small.then')} `) })
    : t('melt.castings-first-ingots-last')
  if (!window) return t('melt.one-steady-stream', { order })
  const [fromC, toC] = [degrees(window.fromC), degrees(window.toC)]
  return t('melt.between-one-steady-stream', { fromC, toC, order })
}

/** A run-sheet step in words: what to do, and how. */
export function stepWords(step: RunStep, { grams, degrees, degreesApart, metal }: Tools): StepWords {
  const dose = step.dose ? doseWords(step.dose, grams) : ''
  const minutes = step.minutes ? minutesWords(step.minutes) : ''
  const practice = step.practice ? inSentence(told(step.practice.name)) : ''
  const practised = () => present(step.practice, t('melt.the-practice-of-a-step'))
  const window = step.window
    ? t('melt.window-from-to', { fromC: degrees(step.window.fromC), toC: degrees(step.window.toC) })
    : ''
  const { tooMuchPct } = step.practice ?? {}
  const most =
    tooMuchPct !== undefined && step.dose && step.dose.shareHighPct > 0
      ? ` ${t('melt.more-than-does-harm', { highG: grams((step.dose.highG * tooMuchPct) / step.dose.shareHighPct) })}`
      : ''
  const held = heldWords(step, { grams, degrees })
  const whole = metal !== null && metalFacts(metal).begins === 'whole'
  switch (step.kind) {
    case 'ready':
      return { title: t('melt.get-ready'), how: t('melt.dress-clear-the-path-lay-out') }
    case 'crucible':
      return {
        title: t('melt.heat-the-crucible'),
        how: [
          metal ? CRUCIBLE_WORDS[metal] : t('melt.a-sound-one'),
          step.pot?.rampCPerH
            ? t('melt.crucible-heating-limit', { rate: degreesApart(step.pot.rampCPerH) })
            : '',
          told(step.pot?.mind) ?? '',
          // Its minutes are for a crucible without a limit.
          step.pot?.rampCPerH ? '' : told(step.practice?.how ?? ''),
        ]
          .filter(Boolean)
          .join(' '),
      }
    case 'preheat':
      return {
        title: t('melt.preheat-the-charge'),
        how: preheatWords(step, degrees),
      }
    case 'base':
      return {
        title: whole ? t('melt.melt-the-base-charge') : t('melt.melt-a-small-pool-first'),
        how: whole ? t('melt.heaviest-pieces-first-wait-until-all') : t('melt.a-few-pieces-to-a-pool'),
      }
    case 'first-fire':
      return {
        title: t('melt.first-firing-of-the-new-crucible'),
        how: t('melt.its-clock-is-under-gear', {
          part: step.pot ? `${step.pot.firing.join('; ')}.` : t('melt.empty-to-200-c-slowly-hold'),
        }),
      }
    case 'cover':
      return {
        title: t('melt.cover', { practice, part: dose ? `, ${dose}` : '' }),
        how: told(practised().how) + most,
      }
    case 'add': {
      const addition = present(step.addition, t('melt.what-is-added'))
      const how =
        (step.practice && told(step.practice.how)) ??
        (metal && ADD_HOW_IN[metal]?.[addition]) ??
        ADD_HOW[addition]
      return {
        title: t('melt.add-the', { step: additionTitle(step) }),
        how: how + held + chillWords(step, { degrees, degreesApart }),
      }
    }
    case 'flux':
      return {
        title: t('melt.flux', { practice, part: dose ? `, ${dose}` : '' }),
        how: told(practised().how) + most,
      }
    case 'refine':
      return { title: `${told(practised().name)}${dose ? `: ${dose}` : ''}`, how: told(practised().how) }
    case 'top-up':
      return {
        title: t('melt.put-back-of-zinc', { lowG: grams(present(step.dose, t('melt.a-dose')).lowG, 1) }),
        how: t('melt.more-was-burnt-than-planned-by', { held }),
      }
    case 'sample':
      return {
        title: t('melt.take-a-sample'),
        how: t('melt.a-spoonful-from-the-middle-into'),
      }
    case 'stir':
      return {
        title: t('melt.stir-from-the-bottom'),
        how: t('melt.preheated-rod-slowly-without-breaking-the'),
      }
    case 'deoxidise':
      return {
        title: dose
          ? t('melt.deoxidise-with-of', { dose, practice })
          : practice
            ? t('melt.deoxidise', { practice })
            : t('melt.deoxidise-with-the-phosphor-copper'),
        how: (step.practice && told(step.practice.how)) ?? t('melt.plunge-it-to-the-bottom-and'),
      }
    case 'degas':
      return {
        title: t('melt.degas', { practice, part: minutes ? `, ${minutes}` : '' }),
        how: told(practised().how),
      }
    case 'rest':
      return {
        title: t('melt.let-it-rest', { minutes }),
        how: t('melt.heat-off-or-low-lid-on'),
      }
    case 'skim':
      return { title: t('melt.skim'), how: t('melt.preheated-skimmer-one-clean-draw-keep') }
    case 'temperature':
      return {
        title: step.window ? t('melt.check-the-temperature', { window }) : t('melt.check-the-temperature-2'),
        how: step.window
          ? t('melt.usually-thin-sections-at-the-hot', { usualC: degrees(step.window.usualC) })
          : NO_WINDOW,
      }
    case 'mould':
      return {
        title: t('melt.look-at-the-mould-once-more'),
        how: t('melt.level-pins-in-vents-open-dry'),
      }
    case 'pour':
      return {
        title: t('melt.pour-2'),
        how: pourWords(step, degrees),
      }
    case 'empty':
      return {
        title: t('melt.empty-the-crucible'),
        how: t('melt.scrape-it-clean-while-hot-put'),
      }
  }
}

/** Which pot each metal goes into. */
const CRUCIBLE_WORDS: Readonly<Record<FamilyMetal, string>> = {
  Cu: t('melt.a-sound-one-that-has-only'),
  Al: t('melt.a-sound-one-that-has-only-2'),
  Zn: t('melt.a-sound-clay-graphite-or-coated'),
  Sn: t('melt.a-sound-one-that-has-only-3'),
}

const NO_WINDOW = t('melt.no-melting-range-is-known-for-2')

/** What is preheated, and how far. */
function preheatWords({ preheat }: RunStep, degrees: Tools['degrees']): string {
  const names = (lots: readonly { name: string }[]) => listed(lots.map(({ name }) => name))
  const parts: string[] = []
  if (preheat?.hot.length)
    parts.push(t('melt.on-the-furnace-lid-to-or', { degrees: degrees(150), hot: names(preheat.hot) }))
  if (preheat?.warm.length) parts.push(t('melt.never-on-the-lid-where-it', { warm: names(preheat.warm) }))
  if (preheat?.proved.length)
    parts.push(t('melt.nowhere-near-heat-until-every-piece', { proved: names(preheat.proved) }))
  return parts.join(' ') || t('melt.every-tool-on-the-furnace-lid')
}

/** "10 to 15 minutes", or "12 minutes". */
export const minutesWords = ([from, to]: readonly [number, number]): string =>
  from === to ? counted(from, 'minute') : t('melt.to-minutes', { from, to })

const HOLD_WORDS: Readonly<Record<Hold, string>> = {
  dressed: t('melt.not-before-you-are-dressed-for'),
  fired: t('melt.not-before-it-has-had-its'),
  'hot-dry': t('melt.not-before-every-piece-and-tool'),
  molten: t('melt.not-before-all-of-it-is'),
  dissolved: t('melt.not-before-it-is-dissolved-no'),
  'cool-enough': t('melt.not-before-the-melt-is-cool'),
  'in-window': t('melt.not-before-it-reads-inside-the'),
  'mould-dry': t('melt.check-the-mould-first'),
}

/** What has to be true before a step is left, and how that stands. */
export function holdWords(
  { hold, window, ...step }: RunStep,
  state: HoldState | null,
  celsius: number | null,
  degrees: Tools['degrees'],
): string {
  if (!hold || !state) return ''
  const now = celsius === null ? '' : degrees(celsius)
  const held = heldAt(step)
  if (hold === 'cool-enough' && held && celsius !== null) {
    if (state === 'met') return t('melt.right-for-the-zinc', { now })
    return celsius > held.toC
      ? t('melt.wait-until-it-is-under-or', { now, toC: degrees(held.toC) })
      : t('melt.heat-it-to-first-colder-the', { now, fromC: degrees(held.fromC) })
  }
  if (hold === 'in-window' && window && celsius !== null) {
    if (state === 'met') return t('melt.in-the-pour-window-2', { now })
    return celsius < window.fromC
      ? t('melt.too-cold-heat-it-to', { now, fromC: degrees(window.fromC) })
      : t('melt.too-hot-let-it-come-down', { now, toC: degrees(window.toC) })
  }
  return state === 'met' ? t('melt.looked-at') : HOLD_WORDS[hold]
}

/** What is said of a dose that is not the usual one. */
export const DOSE_WORDS: Readonly<
  Record<ReturnType<typeof judgeDose>, { tone: 'fine' | 'stop'; words: string }>
> = {
  little: { tone: 'fine', words: t('melt.less-than-usual') },
  usual: { tone: 'fine', words: '' },
  much: { tone: 'fine', words: t('melt.more-than-usual') },
  'too-much': { tone: 'stop', words: t('melt.too-much-it-does-harm-here') },
}
