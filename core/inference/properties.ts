import { between } from '#core/lists'
import { gradeComposition, type Alloy, type Practice } from '#core/alloys'
import { ELEMENTS, UNIDENTIFIED, type Composition } from '#core/composition'
import { estimateLiquidus, liquidusOn, metalOfPractice } from '#core/families'
import { SHED, type Hue, type ResistivityGroup } from './table'

/** A property of a metal as it follows from its shares. */
export interface Property {
  /** @param shares wt% in the order of the elements it was made for */
  at: (shares: ArrayLike<number>) => number
  /** one standard deviation of the model itself, in the property's unit, near the metal it was made for */
  sd: number
  /** the published figure it goes by, where one is known of the alloy */
  anchored: boolean
}

/** What properties are looked at of: the kind of metal, what it probably is, and the grade it should be. */
export interface PropertyAsk {
  elements: readonly string[]
  practice: Practice
  /** wt%: the model's doubt is told for here */
  about: Composition
  alloy?: Alloy | null
}

/** A figure published for a grade is good to so much. Engineering estimates. */
const PUBLISHED = { densityShare: 0.007, liquidusC: 5, resistivityShare: 0.05 }
/** A way along the model from the published figure is in doubt by so much of it. Engineering estimate. */
const WAY = 0.25
/** Half-width of an even doubt to its standard deviation. */
const EVEN = Math.sqrt(3)

const sharesOf = (elements: readonly string[], composition: Composition): number[] =>
  elements.map((symbol) => composition[symbol] ?? 0)

/**
 * Holds a model against what is published of a grade: from there it only has to tell the way.
 * @param sd of the model by itself, and of the published figure
 */
function anchoredAt(
  at: Property['at'],
  { elements, about, alloy }: PropertyAsk,
  published: number | undefined,
  sd: { model: number; published: number },
): Property {
  const here = at(sharesOf(elements, about))
  if (!alloy || published === undefined) return { at, sd: sd.model, anchored: false }
  const there = at(sharesOf(elements, gradeComposition(alloy).composition))
  const anchored = Math.hypot(sd.published, WAY * (here - there))
  if (!(anchored < sd.model)) return { at, sd: sd.model, anchored: false }
  const off = published - there
  return { at: (shares) => at(shares) + off, sd: anchored, anchored: true }
}

/**
 * Density of sound metal, g/cm³: volumes added, with what copper alloys shrink on alloying.
 * @returns null for a metal with no table
 * @source data/shed-tests.json: density
 * @example densityProperty({ elements: ['Cu', 'Sn'], practice: 'tin-bronze', about: { Cu: 90, Sn: 10 } }).at([100, 0]).toFixed(2) // '8.96'
 */
export function densityProperty(ask: PropertyAsk): Property | null {
  const { elements, practice, about, alloy } = ask
  const metal = metalOfPractice(practice)
  const spreadPct = SHED.density.spreadPct[metal]
  if (spreadPct === undefined) return null
  const volumes = Float64Array.from(elements, (symbol) => 1 / (ELEMENTS[symbol]?.rhoS ?? Infinity))
  const shrinks = Float64Array.from(elements, (symbol) => SHED.density.contraction[metal]?.[symbol] ?? 0)
  const base = elements.indexOf(metal)
  const at: Property['at'] = (shares) => {
    let mass = 0
    let volume = 0
    let shrunk = 0
    for (let index = 0; index < volumes.length; index++) {
      // What nobody named is taken as more of the same.
      if (volumes[index] === 0) continue
      const pct = shares[index]!
      mass += pct
      volume += pct * volumes[index]!
      shrunk += pct * shrinks[index]!
    }
    return mass / (volume - (base < 0 ? 0 : (shrunk * shares[base]!) / mass))
  }
  const here = at(sharesOf(elements, about))
  return anchoredAt(at, ask, alloy?.densityGcm3, {
    model: (spreadPct / 100) * here,
    published: PUBLISHED.densityShare * here,
  })
}

/**
 * Where freezing begins, °C.
 * @returns null where no estimate reaches and no figure is published
 * @source estimateLiquidus; the published figure of the grade where one is told
 * @example liquidusProperty({ elements: ['Cu', 'Sn'], practice: 'tin-bronze', about: { Cu: 90, Sn: 10 } }).at([90, 10]) // 1005
 */
export function liquidusProperty(ask: PropertyAsk): Property | null {
  const { elements, practice, about, alloy } = ask
  const metal = metalOfPractice(practice)
  const { [UNIDENTIFIED]: _, ...named } = about
  const estimate = estimateLiquidus(named)
  if (!estimate && alloy?.liquidusC === undefined) return null
  return anchoredAt(liquidusOn(metal, elements), ask, alloy?.liquidusC, {
    model: estimate ? estimate.spreadC / EVEN : Infinity,
    published: PUBLISHED.liquidusC,
  })
}

/**
 * Resistivity at 20 °C, µΩ·cm.
 * @returns null for a kind of metal that no figures are known of
 * @source data/shed-tests.json: resistivity
 * @example resistivityProperty({ elements: ['Cu', 'Sn'], practice: 'tin-bronze', about: { Cu: 90, Sn: 10 } }).at([100, 0]) // 1.7241
 */
export function resistivityProperty(ask: PropertyAsk): Property | null {
  const group = SHED.resistivity.groups.find(({ practices }) => practices.includes(ask.practice))
  if (!group) return null
  const at = resistivityOn(group, ask.elements)
  const here = at(sharesOf(ask.elements, ask.about))
  const iacs = SHED.resistivity.iacs[ask.alloy?.id ?? '']
  return anchoredAt(at, ask, iacs === undefined ? undefined : fromIacs(iacs), {
    model: (group.spreadPct / 100) * here,
    published: PUBLISHED.resistivityShare * here,
  })
}

function resistivityOn({ pure, slopes, zincBend = 0, iron }: ResistivityGroup, elements: readonly string[]) {
  const slope = Float64Array.from(elements, (symbol) => slopes[symbol] ?? 0)
  const zinc = elements.indexOf('Zn')
  const ferrous = elements.indexOf('Fe')
  return (shares: ArrayLike<number>): number => {
    let sum = pure
    for (let index = 0; index < slope.length; index++) sum += slope[index]! * shares[index]!
    if (zinc >= 0) sum -= zincBend * shares[zinc]! ** 2
    if (iron && ferrous >= 0)
      sum += iron.slope * iron.dissolvesPct * Math.tanh(shares[ferrous]! / iron.dissolvesPct)
    return sum
  }
}

/** Of annealed copper at 20 °C, µΩ·cm: 100 % IACS. @source IEC 1913; from memory */
const IACS = 172.41

/**
 * Resistivity of a conductivity told as a share of copper's.
 * @param iacsPct % IACS
 * @returns µΩ·cm
 * @example fromIacs(100) // 172.41 / 100
 */
export const fromIacs = (iacsPct: number): number => IACS / iacsPct
/**
 * Conductivity as a share of copper's, % IACS.
 * @param microOhmCm resistivity at 20 °C
 * @example toIacs(17.241) // 10
 */
export const toIacs = (microOhmCm: number): number => IACS / microOhmCm

/**
 * Brinell hardness as cast.
 * @returns null for a kind of metal that no figures are known of
 * @source data/shed-tests.json: hardness
 * @example hardnessProperty({ elements: ['Cu', 'Sn'], practice: 'tin-bronze', about: { Cu: 90, Sn: 10 } }).at([94, 6]) // 60
 */
export function hardnessProperty({ elements, practice, about }: PropertyAsk): Property | null {
  const model = SHED.hardness.find(({ practices }) => practices.includes(practice))
  const element = model ? elements.indexOf(model.element) : -1
  if (!model || element < 0) return null
  const at: Property['at'] = (shares) => between(model.points, shares[element]!)
  return { at, sd: (model.spreadPct / 100) * at(sharesOf(elements, about)), anchored: false }
}

/**
 * How much of the red is gone from a copper alloy, with zinc's share as the measure.
 * @returns null for another metal
 * @source data/shed-tests.json: colour
 * @example colourProperty({ elements: ['Cu', 'Sn'], practice: 'tin-bronze', about: { Cu: 90, Sn: 10 } }).at([90, 10]) // 16
 */
export function colourProperty({ elements, practice }: PropertyAsk): Property | null {
  const { base, weights, spread } = SHED.colour
  if (metalOfPractice(practice) !== base) return null
  const weight = elements.map((symbol) => weights[symbol] ?? 0)
  return {
    at: (shares) => weight.reduce((sum, one, index) => sum + one * shares[index]!, 0),
    sd: spread,
    anchored: false,
  }
}

/**
 * A hue as a figure: the middle of its stretch and an even doubt over it.
 * @example hueFigure('red').value // 3
 */
export function hueFigure(hue: Hue): { value: number; sd: number } {
  const [from, to] = SHED.colour.hues[hue]
  return { value: (from + to) / 2, sd: (to - from) / (2 * EVEN) }
}
