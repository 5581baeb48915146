import type { Composition } from '#core/composition'

/** Where in the order a lot belongs. The sequence of each list is the order of additions. */
export const COPPER_ORDER = [
  'copper',
  'bronze',
  'light',
  'silicon',
  'master',
  'aluminium',
  'tin',
  'lead',
  'brass',
  'zinc',
  'phosphor',
] as const

export const ALUMINIUM_ORDER = [
  'aluminium',
  'silicon',
  'copper',
  'master',
  'zinc',
  'tin',
  'magnesium',
] as const

export const ZINC_ORDER = ['zinc', 'aluminium', 'copper', 'master', 'magnesium'] as const

export const TIN_ORDER = ['tin', 'antimony', 'copper', 'master', 'lead'] as const

export type AdditionClass =
  | (typeof COPPER_ORDER)[number]
  | (typeof ALUMINIUM_ORDER)[number]
  | (typeof ZINC_ORDER)[number]
  | (typeof TIN_ORDER)[number]

export interface ChargedLot {
  lotId: string
  name: string
  form: string
  massG: number
  composition: Composition
  /** what lies on it that is not its metal */
  coatings?: readonly string[]
}

const LIGHT_FORMS = new Set(['turnings', 'oily-turnings', 'foil', 'cans-loose'])

/**
 * The place of a lot in the order of additions to a copper-based melt.
 * @source common practice: copper, light scrap, silicon, masters, tin, lead, brass, zinc last, deoxidant
 */
export function classifyForCopper({ composition, form }: ChargedLot): AdditionClass {
  const pct = (symbol: string) => composition[symbol] ?? 0
  if (pct('P') >= 4) return 'phosphor'
  // An ingot that is mostly aluminium heats the melt, however much silicon it holds.
  if (pct('Al') > 20) return 'aluminium'
  if (pct('Zn') > 60) return 'zinc'
  if (pct('Si') > 8) return 'silicon'
  if (pct('Sn') > 50) return 'tin'
  if (pct('Pb') + pct('Bi') > 50) return 'lead'
  if (pct('Fe') > 15 || pct('Mn') > 8 || pct('Ni') > 40) return 'master'
  if (pct('Zn') > 8) return 'brass'
  if (LIGHT_FORMS.has(form)) return 'light'
  return pct('Cu') >= 97 ? 'copper' : 'bronze'
}

/**
 * The place of a lot in the order of additions to an aluminium melt.
 * @source common practice: aluminium, silicon, copper, masters, magnesium last
 */
export function classifyForAluminium({ composition }: ChargedLot): AdditionClass {
  const pct = (symbol: string) => composition[symbol] ?? 0
  if (pct('Mg') > 30) return 'magnesium'
  if (pct('Si') > 25) return 'silicon'
  if (pct('Cu') > 25) return 'copper'
  if (pct('Zn') > 40) return 'zinc'
  if (pct('Sn') > 40) return 'tin'
  if (pct('Mn') > 5 || pct('Fe') > 8 || pct('Ti') > 2 || pct('Cr') > 4 || pct('Ni') > 10) return 'master'
  return 'aluminium'
}

/**
 * The place of a lot in the order of additions to a zinc melt.
 * @source common practice, no source: zinc and zinc scrap, aluminium, copper, magnesium last
 */
export function classifyForZinc({ composition }: ChargedLot): AdditionClass {
  const pct = (symbol: string) => composition[symbol] ?? 0
  if (pct('Mg') > 10) return 'magnesium'
  if (pct('Zn') > 50) return 'zinc'
  if (pct('Al') > 50) return 'aluminium'
  return pct('Cu') > 50 ? 'copper' : 'master'
}

/**
 * The place of a lot in the order of additions to a tin melt.
 * @source common practice, no source: tin and pewter, antimony, copper
 */
export function classifyForTin({ composition }: ChargedLot): AdditionClass {
  const pct = (symbol: string) => composition[symbol] ?? 0
  if (pct('Sn') > 50) return 'tin'
  if (pct('Sb') > 50) return 'antimony'
  if (pct('Pb') + pct('Bi') > 50) return 'lead'
  return pct('Cu') > 30 ? 'copper' : 'master'
}
