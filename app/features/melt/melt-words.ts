import { inSentence, t, told } from '~/words'
import { nth, present } from '#core/lists'
import { heldAt, type Hold, type HoldState, type judgeDose, type RunStep } from '#core/melt'
import { metalFacts, type Addition, type FamilyMetal } from '#core/families'
import { counted, joinFacts, listed, sentences } from '~/shared/units/figures'

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
  copper: t('melt.how-copper'),
  bronze: t('melt.how-returns'),
  light: t('melt.how-turnings'),
  silicon: t('melt.how-silicon'),
  master: t('melt.how-master-alloy'),
  aluminium: t('melt.how-aluminium'),
  tin: t('melt.how-tin'),
  lead: t('melt.how-lead'),
  brass: t('melt.how-brass'),
  zinc: t('melt.how-zinc'),
  phosphor: t('melt.how-phosphor-copper'),
  magnesium: t('melt.how-magnesium'),
  antimony: t('melt.how-antimony'),
}

/** Where another metal wants another way. */
const ADD_HOW_IN: Readonly<Partial<Record<FamilyMetal, Partial<Record<Addition, string>>>>> = {
  Zn: {
    aluminium: t('melt.how-zinc-in-tin'),
    copper: t('melt.how-copper-master'),
    magnesium: t('melt.how-burning'),
    master: t('melt.how-other'),
  },
  Sn: {
    copper: t('melt.how-copper-in-tin'),
    lead: t('melt.how-tin'),
  },
}

/** The name of an addition when it is a step of its own. */
const ADD_TITLE: Readonly<Record<Addition, string>> = {
  copper: t('melt.copper'),
  bronze: t('melt.bronze-and-returns'),
  light: t('melt.addition-turnings'),
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
  if (addition !== 'lead') return ADD_TITLE[present(addition, t('melt.addition-name'))]
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
        t('melt.addition-and-span', {
          mass: grams(massG, 1),
          fromTemperature: degrees(fromC),
          toTemperature: degrees(toC),
        }),
      )
    : []

/** What the melt is held at while something goes in. */
function heldWords(step: RunStep, { grams, degrees }: Pick<Tools, 'grams' | 'degrees'>): string {
  const between = ({ fromC, toC }: { fromC: number; toC: number }) =>
    t('melt.temperature-pair', { fromTemperature: degrees(fromC), toTemperature: degrees(toC) })
  const boils =
    step.boilsC === undefined ? '' : t('melt.zinc-boils-note', { temperature: degrees(step.boilsC) })
  if (step.portions && step.portions.length > 1) {
    return sentences(
      t('melt.in-portions', { count: step.portions.length, mass: grams(nth(step.portions, 0).massG, 1) }),
      boils,
    )
  }
  const held = heldAt(step)
  if (held) return sentences(t('melt.keep-between', { temperatures: between(held) }), boils)
  return step.hold === 'cool-enough' ? t('melt.no-range-hold') : ''
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
  if (chill.dropC < 0) return t('melt.addition-heats', { rise: by })
  return chill.startC !== null && hold !== 'cool-enough'
    ? t('melt.addition-chills', { drop: by, start: degrees(roughly(chill.startC)) })
    : t('melt.addition-chills-held', { drop: by })
}

/** From how much to how much of something: a small dose as finely as it has to be weighed. */
export function doseWords(
  { lowG, highG }: Pick<NonNullable<RunStep['dose']>, 'lowG' | 'highG'>,
  grams: Tools['grams'],
): string {
  const stepG = highG < 2 ? 0.1 : highG < 10 ? 0.5 : 1
  const [low, high] = [grams(lowG, stepG), grams(highG, stepG)]
  return low === high ? low : t('melt.dose-span', { lowMass: low, highMass: high })
}

/** At what heat, and what first. */
function pourWords({ window, pourOrder }: RunStep, degrees: Tools['degrees']): string {
  const order = pourOrder?.length
    ? t('melt.pour-order', { castings: pourOrder.join(', ' + `${t('small.then')} `) })
    : t('melt.pour-order-plain')
  if (!window) return t('melt.pour-how-plain', { order })
  const [fromC, toC] = [degrees(window.fromC), degrees(window.toC)]
  return t('melt.pour-how', { fromTemperature: fromC, toTemperature: toC, order })
}

/** A run-sheet step in words: what to do, and how. */
export function stepWords(step: RunStep, { grams, degrees, degreesApart, metal }: Tools): StepWords {
  const dose = step.dose ? doseWords(step.dose, grams) : ''
  const minutes = step.minutes ? minutesWords(step.minutes) : ''
  const practice = step.practice ? inSentence(told(step.practice.name)) : ''
  const practised = () => present(step.practice, t('melt.step-practice'))
  const window = step.window
    ? t('melt.window-span', {
        fromTemperature: degrees(step.window.fromC),
        toTemperature: degrees(step.window.toC),
      })
    : ''
  const { tooMuchPct } = step.practice ?? {}
  const most =
    tooMuchPct !== undefined && step.dose && step.dose.shareHighPct > 0
      ? ` ${t('melt.harmful-above', { mass: grams((step.dose.highG * tooMuchPct) / step.dose.shareHighPct) })}`
      : ''
  const held = heldWords(step, { grams, degrees })
  const whole = metal !== null && metalFacts(metal).begins === 'whole'
  switch (step.kind) {
    case 'ready':
      return { title: t('melt.get-ready'), how: t('melt.ready-how') }
    case 'crucible':
      return {
        title: t('melt.heat-crucible-title'),
        how: [
          metal ? CRUCIBLE_WORDS[metal] : t('melt.crucible-sound'),
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
        title: t('melt.preheat-title'),
        how: preheatWords(step, degrees),
      }
    case 'base':
      return {
        title: whole ? t('melt.base-title') : t('melt.pool-title'),
        how: whole ? t('melt.base-how') : t('melt.pool-how'),
      }
    case 'first-fire':
      return {
        title: t('melt.first-firing-title'),
        how: t('melt.first-firing-steps', {
          steps: step.pot ? `${step.pot.firing.join('; ')}.` : t('melt.first-firing-how'),
        }),
      }
    case 'cover':
      return {
        title: t('melt.cover-title', { practice: joinFacts(practice, dose) }),
        how: told(practised().how) + most,
      }
    case 'add': {
      const addition = present(step.addition, t('melt.addition-name'))
      const how =
        (step.practice && told(step.practice.how)) ??
        (metal && ADD_HOW_IN[metal]?.[addition]) ??
        ADD_HOW[addition]
      return {
        title: t('melt.add-title', { addition: additionTitle(step) }),
        how: sentences(how, held, chillWords(step, { degrees, degreesApart })),
      }
    }
    case 'flux':
      return {
        title: t('melt.flux-title', { practice: joinFacts(practice, dose) }),
        how: told(practised().how) + most,
      }
    case 'refine':
      return { title: `${told(practised().name)}${dose ? `: ${dose}` : ''}`, how: told(practised().how) }
    case 'top-up':
      return {
        title: t('melt.top-up-title', { mass: grams(present(step.dose, t('melt.a-dose')).lowG, 1) }),
        how: sentences(t('melt.top-up-how'), held),
      }
    case 'sample':
      return {
        title: t('melt.sample-title'),
        how: t('melt.sample-how'),
      }
    case 'stir':
      return {
        title: t('melt.stir-title'),
        how: t('melt.stir-how'),
      }
    case 'deoxidise':
      return {
        title: dose
          ? t('melt.deoxidise-dose-title', { dose, practice })
          : practice
            ? t('melt.deoxidise-title', { practice })
            : t('melt.deoxidise-lot-title'),
        how: (step.practice && told(step.practice.how)) ?? t('melt.deoxidise-how'),
      }
    case 'degas':
      return {
        title: t('melt.degas-title', { practice: joinFacts(practice, minutes) }),
        how: told(practised().how),
      }
    case 'rest':
      return {
        title: t('melt.rest-title', { minutes }),
        how: t('melt.rest-how'),
      }
    case 'skim':
      return { title: t('melt.skim-title'), how: t('melt.skim-how') }
    case 'temperature':
      return {
        title: step.window ? t('melt.temperature-title', { window }) : t('melt.temperature-title-plain'),
        how: step.window
          ? t('melt.temperature-how', { temperature: degrees(step.window.usualC) })
          : NO_WINDOW,
      }
    case 'mould':
      return {
        title: t('melt.mould-title'),
        how: t('melt.mould-how'),
      }
    case 'pour':
      return {
        title: t('melt.pour-title'),
        how: pourWords(step, degrees),
      }
    case 'empty':
      return {
        title: t('melt.empty-title'),
        how: t('melt.empty-how'),
      }
  }
}

/** Which pot each metal goes into. */
const CRUCIBLE_WORDS: Readonly<Record<FamilyMetal, string>> = {
  Cu: t('melt.crucible-copper'),
  Al: t('melt.crucible-aluminium'),
  Zn: t('melt.crucible-zinc'),
  Sn: t('melt.crucible-tin'),
}

const NO_WINDOW = t('melt.no-window')

/** What is preheated, and how far. */
function preheatWords({ preheat }: RunStep, degrees: Tools['degrees']): string {
  const names = (lots: readonly { name: string }[]) => listed(lots.map(({ name }) => name))
  const parts: string[] = []
  if (preheat?.hot.length)
    parts.push(t('melt.preheat-on-lid', { temperature: degrees(150), lotNames: names(preheat.hot) }))
  if (preheat?.warm.length) parts.push(t('melt.preheat-beside', { lotNames: names(preheat.warm) }))
  if (preheat?.proved.length) parts.push(t('melt.preheat-proved-empty', { lotNames: names(preheat.proved) }))
  return parts.join(' ') || t('melt.preheat-tools')
}

/** "10 to 15 minutes", or "12 minutes". */
export const minutesWords = ([from, to]: readonly [number, number]): string =>
  from === to ? counted(from, 'minute') : t('melt.minutes-span', { fromMinutes: from, toMinutes: to })

const HOLD_WORDS: Readonly<Record<Hold, string>> = {
  dressed: t('melt.hold-dressed'),
  fired: t('melt.hold-fired'),
  'hot-dry': t('melt.hold-hot-dry'),
  molten: t('melt.hold-molten'),
  dissolved: t('melt.hold-dissolved'),
  'cool-enough': t('melt.hold-cool'),
  'in-window': t('melt.hold-window'),
  'mould-dry': t('melt.hold-mould'),
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
    if (state === 'met') return t('melt.zinc-ready', { temperature: now })
    return celsius > held.toC
      ? t('melt.zinc-wait', { temperature: now, limit: degrees(held.toC) })
      : t('melt.addition-too-cold', { temperature: now, limit: degrees(held.fromC) })
  }
  if (hold === 'in-window' && window && celsius !== null) {
    if (state === 'met') return t('melt.pour-ready', { temperature: now })
    return celsius < window.fromC
      ? t('melt.pour-too-cold', { temperature: now, limit: degrees(window.fromC) })
      : t('melt.pour-too-hot', { temperature: now, limit: degrees(window.toC) })
  }
  return state === 'met' ? t('melt.mould-checked') : HOLD_WORDS[hold]
}

/** What is said of a dose that is not the usual one. */
export const DOSE_WORDS: Readonly<
  Record<ReturnType<typeof judgeDose>, { tone: 'fine' | 'stop'; words: string }>
> = {
  little: { tone: 'fine', words: t('melt.dose-low') },
  usual: { tone: 'fine', words: '' },
  much: { tone: 'fine', words: t('melt.dose-high') },
  'too-much': { tone: 'stop', words: t('melt.dose-harmful') },
}
