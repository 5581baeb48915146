import type { MeltPrediction } from '#core/charge'

/** An element this rare is left to the drawing, wt%. */
const WORTH_A_LINE = 0.05

/** Every element of a predicted melt worth a line, the largest first, with how well it is known; wt%. */
export const mainParts = ({ composition, sd }: Pick<MeltPrediction, 'composition' | 'sd'>) =>
  Object.entries(composition)
    .filter(([symbol, pct]) => symbol !== '?' && pct >= WORTH_A_LINE)
    .sort(([, one], [, other]) => other - one)
    .map(([symbol, pct]) => ({ symbol, pct, sd: sd[symbol] ?? 0 }))
