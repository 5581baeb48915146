import type { ExpectedLoss } from './expected-loss'

/** Weights after the pour, g. A part that was not weighed is null, never 0. */
export interface PourWeights {
  ingotsG: readonly number[]
  castingsG: number | null
  returnsG: number | null
  drossG: number | null
  skullG: number | null
  spillG: number | null
  heelG: number | null
  /** taken out for the assay; few weigh it */
  samplesG?: number | null | undefined
  /** in moulds that were weighed full and not empty: from so much to so much, g */
  inMouldsG?: { fromG: number; toG: number } | null | undefined
}

export type BalanceState = 'nothing-weighed' | 'open' | 'closes' | 'missing' | 'over'

export interface MassBalance {
  chargeG: number
  /** everything found again after the pour, g; of what is in moulds of unknown weight, the least */
  foundG: number
  /** how much more that may be: metal in moulds that nobody weighed empty, g */
  maybeG: number
  /** charge − found, g; negative when more came out than went in */
  missingG: number
  /** what is expected to have left as fume, g */
  fumeG: number
  /** what is expected not to be found again, beside the dross that was weighed, g */
  expectedG: number
  /** doubt of the weighings within which the balance counts as closed, g */
  toleranceG: number
  state: BalanceState
  /** parts nobody weighed */
  unweighed: (keyof PourWeights)[]
  /** ingots + castings, over the charge, 0–1 */
  tapYield: number
  /** metal found (all but dross), over the charge, 0–1 */
  metalYield: number
}

const PARTS = ['castingsG', 'returnsG', 'drossG', 'skullG', 'spillG', 'heelG'] as const

/**
 * Where the charge went: what was found again, what may have left as fume, and what is missing.
 * @param chargeG everything that was put in, g
 * @param pour weights after the pour
 * @param loss expected of the charge: what its yields leave out, what goes into the dross, what goes up as vapour
 * @returns balance, of what is in moulds of unknown weight with the least that can be; it closes when what is missing
 *   is no more than the expected loss that the dross does not hold, and twice the doubt of that loss and of the weighings
 *   together (the latter 1 % of the charge, at least 2.5 g)
 * @throws RangeError when the charge is not above zero
 * @source arithmetic; the 1 % tolerance is an engineering estimate
 * @example massBalance(100, { ingotsG: [72], castingsG: 0, returnsG: 10, drossG: 0, skullG: 12, spillG: 6, heelG: 0 }).tapYield // 0.72
 */
export function massBalance(
  chargeG: number,
  pour: PourWeights,
  loss: ExpectedLoss = { yieldG: 0, solidG: 0, fumeG: 0, sdG: 0 },
): MassBalance {
  if (!(chargeG > 0)) throw new RangeError('a balance needs a charge above 0 g')
  const ingotsG = pour.ingotsG.reduce((sum, grams) => sum + grams, 0)
  const unweighed: (keyof PourWeights)[] = PARTS.filter((part) => pour[part] === null)
  // All may have gone into castings: then there are none to wait for, and nobody can say so of a list.
  if (pour.ingotsG.length === 0 && !pour.inMouldsG && !pour.castingsG) unweighed.unshift('ingotsG')
  const { fromG, toG } = pour.inMouldsG ?? { fromG: 0, toG: 0 }
  if (pour.inMouldsG) unweighed.unshift('inMouldsG')
  const foundG = PARTS.reduce((sum, part) => sum + (pour[part] ?? 0), ingotsG + (pour.samplesG ?? 0) + fromG)
  const maybeG = toG - fromG
  const missingG = chargeG - foundG
  const toleranceG = Math.max(2.5, 0.01 * chargeG)
  const { fumeG } = loss
  const expectedG = fumeG + Math.max(0, loss.yieldG + loss.solidG - (pour.drossG ?? 0))
  return {
    chargeG,
    foundG,
    // There cannot be more in them than is missing.
    maybeG: Math.min(maybeG, Math.max(0, missingG)),
    missingG,
    fumeG,
    expectedG,
    toleranceG,
    state: stateOf(
      { foundG, missingG, maybeG },
      expectedG + Math.hypot(2 * loss.sdG, toleranceG),
      toleranceG,
      unweighed,
    ),
    unweighed,
    tapYield: (ingotsG + (pour.castingsG ?? 0)) / chargeG,
    metalYield: (foundG - (pour.drossG ?? 0)) / chargeG,
  }
}

function stateOf(
  { foundG, missingG, maybeG }: Pick<MassBalance, 'foundG' | 'missingG' | 'maybeG'>,
  mostG: number,
  toleranceG: number,
  unweighed: readonly string[],
): BalanceState {
  if (foundG + maybeG === 0) return 'nothing-weighed'
  if (missingG < -toleranceG) return 'over'
  // Whatever the moulds weigh: as little is missing at the least of what is in them, and not too much at the most.
  if (missingG <= mostG && missingG - maybeG >= -toleranceG) return 'closes'
  return unweighed.length > 0 ? 'open' : 'missing'
}
