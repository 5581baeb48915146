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
  /** null where no practice is known for it */
  metal: FamilyMetal | null
}

const ADD_HOW: Readonly<Record<Addition, string>> = {
  copper: 'Push the preheated pieces under as the pool takes them.',
  bronze: 'It melts into the copper easily; push it under, a few pieces at a time.',
  light: 'Press it together and hold it under the surface, or it burns before it melts.',
  silicon: 'Small pieces, pushed under, slowly. Wait until they are dissolved; stir.',
  master: 'In pieces, under the surface; wait until dissolved.',
  aluminium: 'Dry pieces one at a time. The melt heats up by itself.',
  tin: 'Straight in; it melts at once. Stir.',
  lead: 'Straight in, then stir hard: it does not dissolve, it stays mixed only while stirred.',
  brass: 'Last of the scrap, under the surface, at the lowest heat that keeps the melt liquid.',
  zinc: 'Last, plunged under, at the lowest heat that keeps the melt liquid.',
  phosphor: 'Plunge it just before pouring.',
  magnesium: 'Last, plunged to the bottom in one dry piece.',
  antimony: 'Crushed, a little at a time into hot tin; stir until it is gone.',
}

/** Where another metal wants another way. */
const ADD_HOW_IN: Readonly<Partial<Record<FamilyMetal, Partial<Record<Addition, string>>>>> = {
  Zn: {
    aluminium:
      'In thin pieces, pushed under; stir until dissolved. The melt may be as hot as it takes, no hotter.',
    copper: 'As thin wire or as a master alloy, stirred until dissolved; it takes its time.',
    magnesium: 'Last, as a master alloy or one dry piece plunged under; it is lost while the melt stands.',
    master: 'In pieces, under the surface; stir until dissolved.',
  },
  Sn: {
    copper: 'As thin wire or as tin-copper, stirred until dissolved; it takes its time.',
    lead: 'Straight in; it melts at once. Stir.',
  },
}

/** The name of an addition when it is a step of its own. */
const ADD_TITLE: Readonly<Record<Addition, string>> = {
  copper: 'copper',
  bronze: 'bronze and returns',
  light: 'turnings and light scrap',
  silicon: 'silicon',
  master: 'master alloys',
  aluminium: 'aluminium',
  tin: 'tin',
  lead: 'lead',
  brass: 'brass',
  zinc: 'zinc',
  phosphor: 'phosphor copper',
  magnesium: 'magnesium',
  antimony: 'antimony',
}

/** What the step is called by what its lots mostly are: lead and bismuth go in alike, and are not the same. */
function additionTitle({ addition, lots = [] }: RunStep): string {
  if (addition !== 'lead') return ADD_TITLE[present(addition, 'what is added')]
  const mostly = (symbol: string, other: string) =>
    lots.some(({ composition }) => (composition[symbol] ?? 0) > (composition[other] ?? 0))
  return [mostly('Pb', 'Bi') ? 'lead' : '', mostly('Bi', 'Pb') ? 'bismuth' : ''].filter(Boolean).join(' and ')
}

/** Each part of an addition, with what the melt is held at for it. */
export const portionWords = (
  { portions = [] }: Pick<RunStep, 'portions'>,
  { grams, degrees }: Pick<Tools, 'grams' | 'degrees'>,
): string[] =>
  portions.length > 1
    ? portions.map(
        ({ massG, fromC, toC }) => `${grams(massG, 1)}, melt at ${degrees(fromC)} to ${degrees(toC)}`,
      )
    : []

/** What the melt is held at while something goes in. */
function heldWords(step: RunStep, { grams, degrees }: Pick<Tools, 'grams' | 'degrees'>): string {
  const between = ({ fromC, toC }: { fromC: number; toC: number }) => `${degrees(fromC)} and ${degrees(toC)}`
  const boils =
    step.boilsC === undefined ? '' : ` Above ${degrees(step.boilsC)} zinc boils out of it: stand clear.`
  if (step.portions && step.portions.length > 1) {
    return ` In ${step.portions.length} parts of about ${grams(nth(step.portions, 0).massG, 1)}; the melt may be cooler for each.${boils}`
  }
  const held = heldAt(step)
  if (held) return ` Keep the melt between ${between(held)}.${boils}`
  return step.hold === 'cool-enough'
    ? ' No melting range is known for what is in the pot: keep it just liquid, no hotter.'
    : ''
}

/** A run-sheet step in words: what to do, and how. */
export function stepWords(step: RunStep, { grams, degrees, metal }: Tools): StepWords {
  const dose = step.dose
    ? step.dose.lowG === step.dose.highG
      ? grams(step.dose.lowG, 0.1)
      : `${grams(step.dose.lowG)} to ${grams(step.dose.highG)}`
    : ''
  const minutes = step.minutes ? minutesWords(step.minutes) : ''
  const practice = step.practice ? lowerFirst(step.practice.name) : ''
  const practised = () => present(step.practice, 'the practice of a step')
  const window = step.window ? `between ${degrees(step.window.fromC)} and ${degrees(step.window.toC)}` : ''
  const { tooMuchPct } = step.practice ?? {}
  const most =
    tooMuchPct !== undefined && step.dose && step.dose.shareHighPct > 0
      ? ` More than ${grams((step.dose.highG * tooMuchPct) / step.dose.shareHighPct)} does harm.`
      : ''
  const held = heldWords(step, { grams, degrees })
  const whole = metal !== null && metalFacts(metal).begins === 'whole'
  switch (step.kind) {
    case 'ready':
      return { title: 'Get ready', how: 'Dress, clear the path, lay out sand, tongs, skimmer and stirrer.' }
    case 'crucible':
      return {
        title: 'Heat the crucible',
        how: [
          metal ? CRUCIBLE_WORDS[metal] : 'A sound one.',
          step.pot?.rampCPerH ? `No faster than ${step.pot.rampCPerH} °C an hour, up and down.` : '',
          step.pot?.mind ?? '',
          step.practice?.how ?? '',
        ]
          .filter(Boolean)
          .join(' '),
      }
    case 'preheat':
      return {
        title: 'Preheat the charge',
        how: preheatWords(step, degrees),
      }
    case 'base':
      return {
        title: whole ? 'Melt the base charge' : 'Melt a small pool first',
        how: whole
          ? 'Heaviest pieces first. Wait until all of it is fully molten before anything else goes in.'
          : 'A few pieces to a pool, then push the rest under as it takes them.',
      }
    case 'first-fire':
      return {
        title: 'First firing of the new crucible',
        how: `${step.pot ? `${step.pot.firing.join('; ')}.` : 'Empty: to 200 °C slowly, hold, steadily to 540 °C, then cherry red; cool in the furnace.'} Its clock is under Gear.`,
      }
    case 'cover':
      return { title: `Cover: ${practice}${dose ? `, ${dose}` : ''}`, how: practised().how + most }
    case 'add': {
      const addition = present(step.addition, 'what is added')
      const how = step.practice?.how ?? (metal && ADD_HOW_IN[metal]?.[addition]) ?? ADD_HOW[addition]
      return { title: `Add the ${additionTitle(step)}`, how: how + held }
    }
    case 'flux':
      return { title: `Flux: ${practice}${dose ? `, ${dose}` : ''}`, how: practised().how + most }
    case 'refine':
      return { title: `${practised().name}${dose ? `: ${dose}` : ''}`, how: practised().how }
    case 'top-up':
      return {
        title: `Put back ${grams(present(step.dose, 'a dose').lowG, 1)} of zinc`,
        how: `More was burnt than planned, by the estimate. Plunged under, stirred.${held}`,
      }
    case 'sample':
      return {
        title: 'Take a sample',
        how: 'A spoonful from the middle into a small dry hot steel mould. Mark it with the heat.',
      }
    case 'stir':
      return { title: 'Stir from the bottom', how: 'Preheated rod, slowly, without breaking the surface.' }
    case 'deoxidise':
      return {
        title: dose
          ? `Deoxidise with ${dose} of ${practice}`
          : practice
            ? `Deoxidise: ${practice}`
            : 'Deoxidise with the phosphor copper',
        how: step.practice?.how ?? 'Plunge it to the bottom and stir, just before skimming and pouring.',
      }
    case 'degas':
      return { title: `Degas: ${practice}${minutes ? `, ${minutes}` : ''}`, how: practised().how }
    case 'rest':
      return {
        title: `Let it rest ${minutes}`,
        how: 'Heat off or low, lid on, so that oxide and gas come up.',
      }
    case 'skim':
      return { title: 'Skim', how: 'Preheated skimmer, one clean draw. Keep the dross to weigh it.' }
    case 'temperature':
      return {
        title: step.window ? `Check the temperature: ${window}` : 'Check the temperature',
        how: step.window
          ? `Usually ${degrees(step.window.usualC)}. Thin sections at the hot end, ingots and thick ones at the cool end.`
          : NO_WINDOW,
      }
    case 'mould':
      return {
        title: 'Look at the mould once more',
        how: 'Level, pins in, vents open, dry, weighted. Ingot moulds hot and dry.',
      }
    case 'pour':
      return {
        title: 'Pour',
        how: `${window ? `${window.replace(/^b/, 'B')}, in` : 'In'} one steady stream. ${
          step.pourOrder?.length
            ? `${step.pourOrder.join(', then ')}; ingots last.`
            : 'Castings first, ingots last.'
        }`,
      }
    case 'empty':
      return {
        title: 'Empty the crucible',
        how: 'Scrape it clean while hot, put it back in the furnace to cool slowly.',
      }
  }
}

/** Which pot each metal goes into. */
const CRUCIBLE_WORDS: Readonly<Record<FamilyMetal, string>> = {
  Cu: 'A sound one that has only seen this alloy family.',
  Al: 'A sound one that has only seen aluminium.',
  Zn: 'A sound clay-graphite or coated one that has only seen zinc; never bare iron where aluminium is above a tenth.',
  Sn: 'A sound one that has only seen tin; an iron ladle or pot does well.',
}

const NO_WINDOW =
  'No melting range is known for this metal, so no window is told. Watch it freeze on a cold rod, heat it well above that, and type what it froze at under Target.'

/** What is preheated, and how far. */
function preheatWords({ preheat }: RunStep, degrees: Tools['degrees']): string {
  const names = (lots: readonly { name: string }[]) => listed(lots.map(({ name }) => name))
  const parts: string[] = []
  if (preheat?.hot.length)
    parts.push(
      `On the furnace lid, to ${degrees(150)} or more, until a drop of water jumps off: ${names(preheat.hot)}, and every tool.`,
    )
  if (preheat?.warm.length)
    parts.push(
      `Never on the lid, where it would melt, burn or fume; warmed dry beside the furnace, too hot to hold and no more: ${names(preheat.warm)}.`,
    )
  if (preheat?.proved.length)
    parts.push(
      `Nowhere near heat until every piece is proved empty by you: ${names(preheat.proved)}; then on the lid.`,
    )
  return parts.join(' ') || 'Every tool on the furnace lid until a drop of water jumps off.'
}

/** "10 to 15 minutes", or "12 minutes". */
export const minutesWords = ([from, to]: readonly [number, number]): string =>
  from === to ? counted(from, 'minute') : `${from} to ${to} minutes`

const lowerFirst = (text: string) =>
  /^[A-Z][a-z]/.test(text) ? nth(text, 0).toLowerCase() + text.slice(1) : text

const HOLD_WORDS: Readonly<Record<Hold, string>> = {
  dressed: 'Not before you are dressed for a spill and someone knows you are pouring.',
  fired: 'Not before it has had its first firing.',
  'hot-dry': 'Not before every piece and tool is hot and dry.',
  molten: 'Not before all of it is molten through.',
  dissolved: 'Not before it is dissolved: no grit under the stirrer.',
  'cool-enough': 'Not before the melt is cool enough for zinc.',
  'in-window': 'Not before it reads inside the window.',
  'mould-dry': 'Check the mould first.',
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
    if (state === 'met') return `${now}: right for the zinc.`
    return celsius > held.toC
      ? `${now}: wait until it is under ${degrees(held.toC)}, or the zinc boils away.`
      : `${now}: heat it to ${degrees(held.fromC)} first; colder, the melt freezes round what goes in.`
  }
  if (hold === 'in-window' && window && celsius !== null) {
    if (state === 'met') return `${now}: in the pour window.`
    return celsius < window.fromC
      ? `${now}: too cold, heat it to ${degrees(window.fromC)}.`
      : `${now}: too hot, let it come down to ${degrees(window.toC)}.`
  }
  return state === 'met' ? 'Looked at.' : HOLD_WORDS[hold]
}

/** What is said of a dose that is not the usual one. */
export const DOSE_WORDS: Readonly<
  Record<ReturnType<typeof judgeDose>, { tone: 'fine' | 'stop'; words: string }>
> = {
  little: { tone: 'fine', words: 'Less than usual.' },
  usual: { tone: 'fine', words: '' },
  much: { tone: 'fine', words: 'More than usual.' },
  'too-much': { tone: 'stop', words: 'Too much: it does harm here. See what speaks against it.' },
}
