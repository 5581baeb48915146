import type { AdditionClass, Hold, HoldState, judgeDose, RunStep } from '#core/melt'

export interface StepWords {
  title: string
  how: string
}

interface Tools {
  grams: (value: number, step?: number) => string
  degrees: (celsius: number) => string
  base: string
}

const ADD_HOW: Readonly<Record<AdditionClass, string>> = {
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
}

/** The name of an addition when it is a step of its own. */
const ADD_TITLE: Readonly<Record<AdditionClass, string>> = {
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
}

/** A run-sheet step in words: what to do, and how. */
export function stepWords(step: RunStep, { grams, degrees, base }: Tools): StepWords {
  const dose = step.dose
    ? step.dose.lowG === step.dose.highG
      ? grams(step.dose.lowG, 0.1)
      : `${grams(step.dose.lowG)} to ${grams(step.dose.highG)}`
    : ''
  const minutes = step.minutes ? minutesWords(step.minutes) : ''
  const practice = step.practice ? lowerFirst(step.practice.name) : ''
  const window = step.window ? `between ${degrees(step.window.fromC)} and ${degrees(step.window.toC)}` : ''
  const below = step.belowC ? ` Keep the melt under ${degrees(step.belowC)}.` : ''
  switch (step.kind) {
    case 'ready':
      return { title: 'Get ready', how: 'Dress, clear the path, lay out sand, tongs, skimmer and stirrer.' }
    case 'crucible':
      return {
        title: 'Heat the crucible',
        how: `A sound one that has only seen ${base === 'Al' ? 'aluminium' : 'this alloy family'}. ${step.practice?.how ?? ''}`,
      }
    case 'preheat':
      return {
        title: 'Preheat the charge',
        how: 'Lay everything that goes in on the furnace lid until it is too hot for a drop of water to sit on.',
      }
    case 'base':
      return {
        title: base === 'Al' ? 'Melt a small pool first' : 'Melt the base charge',
        how:
          base === 'Al'
            ? 'A few pieces to a pool, then push the rest under as it takes them.'
            : 'Heaviest pieces first. Wait until all of it is fully molten before anything else goes in.',
      }
    case 'first-fire':
      return {
        title: 'First firing of the new crucible',
        how: 'Empty: to 200 °C slowly, hold, steadily to 540 °C, then cherry red; cool in the furnace. Its clock is under Gear.',
      }
    case 'cover':
      return { title: `Cover: ${practice}${dose ? `, ${dose}` : ''}`, how: step.practice!.how }
    case 'add':
      return {
        title: `Add the ${ADD_TITLE[step.addition!]}`,
        how: (step.practice?.how ?? ADD_HOW[step.addition!]) + below,
      }
    case 'flux':
      return { title: `Flux: ${practice}${dose ? `, ${dose}` : ''}`, how: step.practice!.how }
    case 'refine':
      return { title: `${step.practice!.name}${dose ? `: ${dose}` : ''}`, how: step.practice!.how }
    case 'top-up':
      return {
        title: `Put back ${grams(step.dose!.lowG, 1)} of zinc`,
        how: `More was burnt than planned, by the estimate. Plunged under, stirred.${below}`,
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
        title: dose ? `Deoxidise with ${dose} of ${practice}` : 'Deoxidise with the phosphor copper',
        how: step.practice?.how ?? 'Plunge it to the bottom and stir, just before skimming and pouring.',
      }
    case 'degas':
      return { title: `Degas: ${practice}${minutes ? `, ${minutes}` : ''}`, how: step.practice!.how }
    case 'rest':
      return {
        title: `Let it rest ${minutes}`,
        how: 'Heat off or low, lid on, so that oxide and gas come up.',
      }
    case 'skim':
      return { title: 'Skim', how: 'Preheated skimmer, one clean draw. Keep the dross to weigh it.' }
    case 'temperature':
      return {
        title: `Check the temperature: ${window}`,
        how: `Usually ${degrees(step.window!.usualC)}. Thin sections at the hot end, ingots and thick ones at the cool end.`,
      }
    case 'mould':
      return {
        title: 'Look at the mould once more',
        how: 'Level, pins in, vents open, dry, weighted. Ingot moulds hot and dry.',
      }
    case 'pour':
      return {
        title: 'Pour',
        how: `${window.replace(/^b/, 'B')}, in one steady stream. ${
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

/** "10 to 15 minutes", or "12 minutes". */
export const minutesWords = ([from, to]: readonly [number, number]): string =>
  from === to ? `${from} minutes` : `${from} to ${to} minutes`

const lowerFirst = (text: string) =>
  /^[A-Z][a-z]/.test(text) ? text[0]!.toLowerCase() + text.slice(1) : text

const HOLD_WORDS: Readonly<Record<Hold, string>> = {
  dressed: 'Not before you are dressed for a spill and someone knows you are pouring.',
  fired: 'Not before it has had its first firing.',
  'hot-dry': 'Not before every piece and tool is hot and dry.',
  molten: 'Not before all of it is molten through.',
  dissolved: 'Not before it is dissolved: no grit under the stirrer.',
  'cool-enough': 'Not before the melt is cool enough for zinc.',
  'in-window': 'Not before it reads inside the window.',
  'mould-dry': 'Not before the mould was looked at.',
}

/** What has to be true before a step is left, and how that stands. */
export function holdWords(
  { hold, belowC, window }: RunStep,
  state: HoldState | null,
  celsius: number | null,
  degrees: Tools['degrees'],
): string {
  if (!hold || !state) return ''
  const now = celsius === null ? '' : degrees(celsius)
  if (hold === 'cool-enough' && belowC !== undefined && celsius !== null)
    return state === 'met'
      ? `${now}: cool enough for zinc.`
      : `${now}: wait until it is under ${degrees(belowC)}, or the zinc boils away.`
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
