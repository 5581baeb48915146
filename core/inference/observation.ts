import type { Alloy, Practice } from '#core/alloys'
import type { Composition } from '#core/composition'
import {
  colourProperty,
  densityProperty,
  hardnessProperty,
  hueFigure,
  liquidusProperty,
  resistivityProperty,
  type Property,
} from './properties'
import type { Hue } from './table'

/** Something that was found out about a melt; spreads are one standard deviation of the measuring alone. */
export type Observation = { id: string } & (
  | { is: 'mass'; massG: number; sdG: number }
  | { is: 'density'; gcm3: number; sd: number }
  | { is: 'liquidus'; celsius: number; sd: number }
  /** the probe at a point that is known: what it showed less what is true */
  | { is: 'probe'; offC: number; sd: number }
  | { is: 'resistivity'; microOhmCm: number; sd: number }
  | { is: 'hardness'; brinell: number; sd: number }
  | { is: 'colour'; hue: Hue }
  | { is: 'reading'; element: string; pct: number; sd: number }
  | { is: 'below'; element: string; pct: number }
)

/** An observation as it is held against a composition. */
export interface Term {
  id: string
  is: Observation['is']
  /** what was found, in its own unit */
  value: number
  /** of measuring and model together */
  sd: number
  anchored: boolean
  /** the probe's offset is in it */
  probed: boolean
  /** pores make it lighter: place among the pores of the specimens */
  pores: number | null
  /** says something only where it is more */
  oneSided: boolean
  /** wt%, and the melt's grams */
  at: (shares: ArrayLike<number>, meltG: number) => number
}

export interface TermsAsk {
  elements: readonly string[]
  practice: Practice
  about: Composition
  alloy?: Alloy | null
}

/** An element seen below a limit lies above it with so much of it as a standard deviation. Engineering estimate. */
const BELOW_SD = 0.25

/**
 * Observations as terms over the given elements.
 * @returns the terms, and the ids of those that no model is known for: they say nothing, and that is told
 * @example termsOf([{ id: 'a', is: 'hardness', brinell: 74, sd: 3 }], { elements: ['Cu', 'Sn'], practice: 'tin-bronze', about: { Cu: 90, Sn: 10 } }).unknown // []
 */
export function termsOf(
  observations: readonly Observation[],
  ask: TermsAsk,
): { terms: Term[]; unknown: string[] } {
  const models = modelsOf(ask)
  const terms: Term[] = []
  const unknown: string[] = []
  let pores = 0
  for (const one of observations) {
    const term = termOf(one, ask.elements, models)
    if (!term) unknown.push(one.id)
    else terms.push(term.is === 'density' ? { ...term, pores: pores++ } : term)
  }
  return { terms, unknown }
}

export interface Models {
  density: Property | null
  liquidus: Property | null
  resistivity: Property | null
  hardness: Property | null
  colour: Property | null
}
/**
 * Every property there is a model of, at the metal it probably is.
 * @example modelsOf({ elements: ['Cu', 'Sn'], practice: 'tin-bronze', about: { Cu: 90, Sn: 10 } }).hardness.at([90, 9]) // 70.5
 */
export const modelsOf = (ask: TermsAsk): Models => ({
  density: densityProperty(ask),
  liquidus: liquidusProperty(ask),
  resistivity: resistivityProperty(ask),
  hardness: hardnessProperty(ask),
  colour: colourProperty(ask),
})

function termOf(one: Observation, elements: readonly string[], models: Models): Term | null {
  const { id, is } = one
  const plain = { id, is, anchored: false, probed: false, pores: null, oneSided: false }
  const by = (property: Property | null, value: number, sd: number): Term | null =>
    property && {
      ...plain,
      value,
      sd: Math.hypot(sd, property.sd),
      anchored: property.anchored,
      at: property.at,
    }
  switch (one.is) {
    case 'mass':
      return { ...plain, value: one.massG, sd: one.sdG, at: (_, meltG) => meltG }
    case 'density':
      return by(models.density, one.gcm3, one.sd)
    case 'liquidus': {
      const term = by(models.liquidus, one.celsius, one.sd)
      return term && { ...term, probed: true }
    }
    case 'probe':
      return { ...plain, value: one.offC, sd: one.sd, probed: true, at: () => 0 }
    case 'resistivity':
      return by(models.resistivity, one.microOhmCm, one.sd)
    case 'hardness':
      return by(models.hardness, one.brinell, one.sd)
    case 'colour': {
      const { value, sd } = hueFigure(one.hue)
      return by(models.colour, value, sd)
    }
    case 'reading':
    case 'below': {
      const index = elements.indexOf(one.element)
      if (index < 0) return null
      return {
        ...plain,
        value: one.pct,
        sd: one.is === 'reading' ? one.sd : Math.max(1e-4, BELOW_SD * one.pct),
        oneSided: one.is === 'below',
        at: (shares) => shares[index]!,
      }
    }
  }
}
