import type { Act, Happened, Scenario } from './scenario'
import type { Poured } from './standing'

/** What a rehearsal can be held to. */
export const MARKS = ['nobody-hurt', 'order', 'window', 'zinc', 'density-index', 'sound'] as const
export type Mark = (typeof MARKS)[number]

/** One mark, whether it was reached, and the figure it goes by. */
export interface Marked {
  mark: Mark
  passed: boolean
  /** °C, wt% off, %; null where it is no figure, or there is none */
  figure: number | null
}

const ZINC_PCT = 0.3
const DENSITY_INDEX_PCT = 2

/** A rehearsal at its end. */
export interface EndedRehearsal {
  scenario: Scenario
  acts: readonly Act[]
  poured: Poured
  happened: readonly { what: Happened }[]
  /** the same heat by the book; null where that never comes to a pour */
  book: Poured | null
}

/** Tin and its bars, wt%. */
const MOSTLY = 50
const isTin = ({ composition }: Scenario['lots'][number]) => (composition.Sn ?? 0) > MOSTLY

const HURTS: readonly Happened[] = ['spat', 'gave-way']

const RULES: Readonly<Record<Mark, (ended: EndedRehearsal) => Omit<Marked, 'mark'>>> = {
  // A cold piece that did not spit this time is a habit that will.
  'nobody-hurt': ({ poured, happened, acts }) => ({
    passed:
      !happened.some(({ what }) => HURTS.includes(what)) &&
      !acts.some((act) => (act.do === 'add' || act.do === 'zinc') && !act.preheated) &&
      !poured.faults.includes('poured-alone'),
    figure: null,
  }),
  order: ({ scenario: { lots, begins }, acts }) => {
    const added = acts.flatMap((act) => (act.do === 'add' ? [act.lot] : []))
    const rest = lots.slice(begins)
    const wanted = rest.map(({ id }) => id)
    // The sheet offers tin last as a school of its own.
    const tin = rest.filter(isTin).map(({ id }) => id)
    const tinLast = [...wanted.filter((id) => !tin.includes(id)), ...tin]
    const done = added.join('\n')
    return { passed: done === wanted.join('\n') || done === tinLast.join('\n'), figure: null }
  },
  window: ({ scenario: { window }, poured: { celsius, how } }) => ({
    passed: how === 'poured' && celsius >= window.fromC && celsius <= window.toC,
    figure: celsius,
  }),
  zinc: ({ poured, book }) => {
    const off = book ? (poured.composition.Zn ?? 0) - (book.composition.Zn ?? 0) : null
    return { passed: poured.how === 'poured' && off !== null && Math.abs(off) <= ZINC_PCT, figure: off }
  },
  'density-index': ({ poured: { densityIndexPct, how } }) => ({
    passed: how === 'poured' && densityIndexPct !== null && densityIndexPct < DENSITY_INDEX_PCT,
    figure: densityIndexPct,
  }),
  sound: ({ poured: { faults, how } }) => ({ passed: how === 'poured' && faults.length === 0, figure: null }),
}

/**
 * Which of the marks asked for a rehearsal reached. One that was stopped because the crucible let metal through reached
 * the first of them, and is asked for no more.
 * @param asked in the order they are to be told
 * @source pass marks are facts of the run; 0.3 % of zinc and a density index of 2 % by common practice
 * @example marksOf({ scenario: copperHeat, acts: [], poured: { faults: [], how: 'poured' }, happened: [], book: null }, ['sound'])[0].passed // true
 */
export function marksOf(ended: EndedRehearsal, asked: readonly Mark[]): Marked[] {
  const { poured, happened } = ended
  const rightlyStopped = poured.how === 'stopped' && happened.some(({ what }) => what === 'weeps')
  const marks = rightlyStopped ? asked.filter((mark) => mark === 'nobody-hurt') : asked
  return marks.map((mark) => ({ mark, ...RULES[mark](ended) }))
}
