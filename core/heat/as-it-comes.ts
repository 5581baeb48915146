import { baseMetal, type Alloy, type Practice } from '#core/alloys'
import { predictMelt, type ChargedLine, type ChargeLot } from '#core/charge'
import { mainElement, roundShares, withBaseSpread, type Composition } from '#core/composition'
import { groupOfPractice, likeliestFamilies, metalOfPractice } from '#core/families'
import type { Lot } from '#core/stock'
import { weighedCharge } from './charge-problem'
import { comesAsItIs } from './comes-as-it-is'
import { heatLot, heatRecovery } from './losses'
import type { Heat } from './schema'

/** The id of what a heat becomes that aims at no alloy. */
export const AS_IT_COMES = 'as-it-comes'

/** Of what a melt holds, this much makes an element part of its name, wt%, and so many are named. */
const NAMED_PCT = 0.5
const MOST_NAMED = 4
/** Less of an element than this is left out of what a melt is taken for, wt%. */
const LEAST_PCT = 0.001
/** Losses and family hang on each other; they agree after the second round unless a bound lies between. */
const ROUNDS = 3

/**
 * What goes into a heat that aims at no alloy: what was weighed, what was chosen and is not yet, and what is in the
 * crucible already.
 * @param lots the stock
 * @param pot what the heat before left, as a line of the charge
 * @example chosenCharge({ weighed: [], choices: {} }, []) // []
 */
export function chosenCharge(heat: Heat, lots: readonly Lot[], pot: ChargeLot | null = null): ChargedLine[] {
  const weighed = new Set(heat.weighed.map(({ lotId }) => lotId))
  const chosen = lots.flatMap((lot): ChargedLine[] => {
    const { use = false, lockG = null } = heat.choices[lot.id] ?? {}
    if (!use || !lockG || weighed.has(lot.id)) return []
    return [{ massG: lockG, lot: spreadLot(heatLot(heat, lot)) }]
  })
  const inPot = pot ? [{ massG: pot.fixedG ?? 0, lot: spreadLot(pot) }] : []
  return [...weighedCharge(heat.weighed, heat), ...chosen, ...inPot]
}

const spreadLot = (lot: ChargeLot) => ({ ...lot, sd: withBaseSpread(lot.composition, lot.sd ?? {}) })

/**
 * A heat that aims at no alloy with what it becomes written as its alloy: no limits, the predicted composition as its
 * nominal, handled as the kind of metal that comes nearest (or the one the caster named). Any other heat is given back
 * as it is.
 * @param lots the stock
 * @param pot what the heat before left, as a line of the charge
 * @returns the heat; alloy and tap are null while nothing was chosen, and the alloy where most of it is unknown
 * @example settled({ loggedAt: null, title: 'Cleats' }, []).title // 'Cleats'
 */
export function settled(heat: Heat, lots: readonly Lot[], pot: ChargeLot | null = null): Heat {
  if (!comesAsItIs(heat)) return heat
  const lines = chosenCharge(heat, lots, pot)
  const practice = heat.asItComes?.practice ?? null
  let alloy: Alloy | null = null
  let tapMassG: number | null = null
  for (let round = 0; round < ROUNDS; round++) {
    const melt = predictMelt(lines, heatRecovery({ ...heat, alloy }))
    tapMassG = melt.tapMassG > 0 ? Number(melt.tapMassG.toFixed(3)) : null
    alloy = whatItBecomes(melt.composition, practice)
  }
  return { ...heat, alloy, tapMassG }
}

/**
 * What was chosen for a heat that aimed at nothing, left to the plan of one that aims: the lots may be used, how much
 * is not said.
 * @example unlocked({ tin: { use: true, capG: null, lockG: 180 } }) // { tin: { use: true, capG: null, lockG: null } }
 */
export const unlocked = (choices: Heat['choices']): Heat['choices'] =>
  Object.fromEntries(
    Object.entries(choices)
      .filter(([, { use }]) => use)
      .map(([id, choice]) => [id, { ...choice, lockG: null }]),
  )

/**
 * What a composition is taken for where no alloy was aimed at.
 * @param practice how the caster says it is to be handled; null for the kind that comes nearest
 * @returns null where nothing is known of most of it
 */
function whatItBecomes({ '?': unknown = 0, ...known }: Composition, practice: Practice | null): Alloy | null {
  const main = mainElement(known)
  if (!main || unknown > (known[main] ?? 0)) return null
  const nominal: Composition = {}
  for (const [symbol, pct] of Object.entries(roundShares(known, 3)))
    if (symbol !== main && pct >= LEAST_PCT) nominal[symbol] = pct
  const made = { base: main, limits: {}, nominal }
  const [likeliest] = likeliestFamilies(known)
  const told = practice && metalOfPractice(practice) === baseMetal(made) ? practice : null
  // No kind of metal is known for it: filed where it does not belong, which its pages say.
  const family = told ?? likeliest?.practice ?? 'tin-base'
  return {
    id: AS_IT_COMES,
    designation: 'as it comes',
    name: nameOf(known),
    group: groupOfPractice(family),
    practice: family,
    ...made,
    source: 'Predicted from what goes in',
  }
}

/** As founders write it: 88Cu 10Sn 2Zn. */
function nameOf(known: Composition): string {
  const parts = Object.entries(known)
    .sort(([, one], [, other]) => other - one)
    .filter(([, pct], place) => place === 0 || pct >= NAMED_PCT)
    .slice(0, MOST_NAMED)
  return parts.map(([symbol, pct]) => `${Math.max(1, Math.round(pct))}${symbol}`).join(' ')
}
