import { SCRAP_BOOK } from '#core/stock'
import type { ChargedLot } from './charged-lot'

/** What cartridge cases are made of, wt%. */
const CASE_BRASS = { Cu: [67, 74], Zn: [26, 33], mostLead: 0.2 } as const
/** Names under which cases come. */
const CASE_NAMES = /cartridge|\bshells?\b|\bcases?\b|\brounds?\b|ammunition|\bammo\b|primer/i
/** Forms a case is never in. */
const NO_CASE = new Set(['bar', 'turnings', 'oily-turnings', 'pipe', 'castings', 'casting'])

/**
 * Whether a lot may hold live or misfired rounds: cartridge brass in any form that cases come in, or a name that says so.
 * @source usual caution; cartridge brass is 70 copper, 30 zinc
 * @example mayHoldRounds({ name: 'range brass', form: 'castings', composition: { Cu: 70, Zn: 30 } }) // false
 */
export function mayHoldRounds({
  name,
  form,
  composition,
}: Pick<ChargedLot, 'name' | 'form' | 'composition'>): boolean {
  const pct = (symbol: string) => composition[symbol] ?? 0
  const within = ([low, high]: readonly [number, number], symbol: string) =>
    pct(symbol) >= low && pct(symbol) <= high
  const brass = within(CASE_BRASS.Cu, 'Cu') && within(CASE_BRASS.Zn, 'Zn') && pct('Pb') <= CASE_BRASS.mostLead
  return CASE_NAMES.test(name) || (brass && !NO_CASE.has(form))
}

/** Forms in which aluminium and magnesium catch fire. */
const FINE = new Set(['turnings', 'oily-turnings', 'foil', 'cans-loose'])

/**
 * Whether a lot is aluminium or magnesium so thin that it burns in the flame.
 * @example isFineMetal({ form: 'foil', composition: { Al: 99 } }) // true
 */
export const isFineMetal = ({ form, composition }: Pick<ChargedLot, 'form' | 'composition'>): boolean =>
  FINE.has(form) && (composition.Al ?? 0) + (composition.Mg ?? 0) > 50

/** What a coating brings, by the caution it wants. */
const COATING_CAUTIONS: Readonly<Record<string, readonly string[]>> = {
  plating: ['cadmium'],
  paint: ['poison-paint'],
  plastic: ['plastic'],
  oil: ['oily'],
  solder: ['lead'],
}
/** Forms that bring a caution of their own. */
const FORM_CAUTIONS: Readonly<Record<string, readonly string[]>> = {
  'cans-loose': ['sealed-cans'],
  'cans-pressed': ['sealed-cans'],
  'oily-turnings': ['oily'],
}

/**
 * Cautions that scrap brings to the preheating: by the scrap book's entry it was taken from, what lies on it and its
 * form. Castings of aluminium may be magnesium.
 * @source data/scrap-book.json and data/cautions.json
 * @example scrapCautions([{ form: 'casting', composition: { Cu: 100 }, coatings: ['plating'] }]) // ['cadmium']
 */
export function scrapCautions(
  lots: readonly Pick<ChargedLot, 'form' | 'composition' | 'coatings' | 'scrapId'>[],
): string[] {
  const found = lots.flatMap(({ form, composition, coatings = [], scrapId }) => [
    ...(SCRAP_BOOK.find(({ id }) => id === scrapId)?.cautions ?? []),
    ...coatings.flatMap((coating) => COATING_CAUTIONS[coating] ?? []),
    ...(FORM_CAUTIONS[form] ?? []),
    ...((composition.Al ?? 0) > 50 && (form === 'casting' || form === 'painted')
      ? ['magnesium-castings']
      : []),
  ])
  return [...new Set(found)]
}

/** A full crucible heavier than this is no lift for one with tongs, g. Engineering judgement. */
export const LIFT_G = 15_000

/**
 * Fume of zinc and lead comes off wherever such metal goes in or lies open: the cautions it wants.
 * @example fumeCautions([{ composition: { Cu: 70, Zn: 30 } }]) // ['zinc-fume']
 */
export function fumeCautions(lots: readonly Pick<ChargedLot, 'composition'>[]): string[] {
  const has = (symbol: string, above: number) =>
    lots.some(({ composition }) => (composition[symbol] ?? 0) > above)
  return [...(has('Zn', 3) ? ['zinc-fume'] : []), ...(has('Pb', 0.5) ? ['lead'] : [])]
}
