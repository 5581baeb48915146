import type { AdditionClass, RunStep } from '#core/melt'

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
  const minutes = step.minutes ? `${step.minutes[0]} to ${step.minutes[1]} minutes` : ''
  const window = step.window ? `between ${degrees(step.window.fromC)} and ${degrees(step.window.toC)}` : ''
  const below = step.belowC ? ` Keep the melt under ${degrees(step.belowC)}.` : ''
  switch (step.kind) {
    case 'ready':
      return { title: 'Get ready', how: 'Dress, clear the path, lay out sand, tongs, skimmer and stirrer.' }
    case 'crucible':
      return {
        title: 'Heat the crucible',
        how: `A sound one that has only seen ${base === 'Al' ? 'aluminium' : 'this alloy family'}. Slowly to dull red, empty.`,
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
    case 'cover':
      return {
        title: `Cover with ${dose} of glass or borax`,
        how: 'Crushed glass, anhydrous borax or boric acid, bone dry. It holds the zinc in and the air out.',
      }
    case 'add':
      return { title: `Add the ${ADD_TITLE[step.addition!]}`, how: ADD_HOW[step.addition!] + below }
    case 'flux':
      return {
        title: `Flux with ${dose}, skim`,
        how: 'Equal parts of common salt and potassium chloride, fused and dry. Work it in, draw the dross.',
      }
    case 'stir':
      return { title: 'Stir from the bottom', how: 'Preheated rod, slowly, without breaking the surface.' }
    case 'deoxidise':
      return step.dose
        ? {
            title: `Deoxidise with ${dose} of 15 % phosphor copper`,
            how: 'Plunge it to the bottom and stir, just before skimming and pouring. It adds about 0.02 % phosphorus.',
          }
        : {
            title: 'Deoxidise with the phosphor copper',
            how: 'Plunge it to the bottom and stir, just before skimming and pouring.',
          }
    case 'degas':
      return {
        title: `Degas ${minutes}`,
        how: 'Dry argon or nitrogen through a preheated lance, bubbling gently, the surface not broken open.',
      }
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
        how: 'Level, vents open, dry, weighted. Ingot moulds hot.',
      }
    case 'pour':
      return {
        title: 'Pour',
        how: `${window.replace(/^b/, 'B')}, in one steady stream. Castings first, ingots last.`,
      }
    case 'empty':
      return {
        title: 'Empty the crucible',
        how: 'Scrape it clean while hot, put it back in the furnace to cool slowly.',
      }
  }
}
