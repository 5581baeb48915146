import type { Composition, Spread } from '#core/composition'
import { mainMetal } from './bins'
import type { Knowledge } from './schema'

/**
 * Spread that goes with how a composition is known, when none was measured: a certificate 1 % of each value,
 * an assay 3 % (10 % below 1 wt%), a known grade or one inferred from tests 5 %, density 1 wt% of solute, a guess 30 %.
 * The base element's spread is not independent of the others and is left out.
 * @returns one standard deviation, wt%
 * @source engineering estimates; assay figures common practice, no source
 */
export function spreadFor(composition: Composition, knowledge: Knowledge): Spread {
  const base = mainMetal({ composition })
  const spread: Spread = {}
  for (const [symbol, pct] of Object.entries(composition))
    if (symbol !== base && pct > 0) spread[symbol] = round(spreadOf(pct, knowledge))
  return spread
}

function spreadOf(pct: number, knowledge: Knowledge): number {
  switch (knowledge) {
    case 'certificate':
      return 0.01 * pct
    case 'assay':
      return (pct < 1 ? 0.1 : 0.03) * pct
    case 'grade':
    case 'inferred':
      return 0.05 * pct
    case 'density':
      return Math.min(1, pct / 2)
    case 'guess':
      return 0.3 * pct
  }
}

const round = (value: number) => Number(value.toPrecision(3))
