import { liftedHeatLoss } from '#core/furnace-model'
import { CRUCIBLE_HEAT } from '#core/gear'
import { meltSurface } from '#core/melt'
import { DEGAS_MIN, HAND_S, LONGEST_S } from './pace'
import { rehearse } from './rehearse'
import type { Act, Scenario } from './scenario'

/** Above the liquidus before anything goes in, °C. */
const BEFORE_ADDING_C = 25
/** Of liquid metal, for knowing how far it cools on the way: copper alloys half of it, aluminium twice. Estimate. */
const METAL_KJKGK = 0.6
const REST_S = 180
/** At so much of its fire a melt about stays where it is. Estimate. */
const HOLDS = 0.35

/**
 * The heat as the book has it: covered and lidded, each lot warm and in its turn as soon as the melt bears it, the fire
 * down the while, no hotter than it must be, skimmed, treated, lifted and poured.
 * @returns what is done and when; without a pour where the furnace never gets there
 * @source the order of additions and treatments of the run sheet; common practice
 * @example referenceRun(copperHeat).at(-1).do // 'pour'
 */
export function referenceRun(scenario: Scenario): Act[] {
  const acts: Act[] = [
    { atS: 0, do: 'lid', on: true },
    { atS: 0, do: 'cover', cover: 'glass' },
  ]
  let atS = 0
  /** The first moment from `atS` on that the charge is so hot; null where it never is. */
  const hotAt = (above: (liquidusC: number) => number): number | null => {
    const { trace } = rehearse(scenario, acts, LONGEST_S)
    const { end } = rehearse(scenario, acts, Math.max(1, atS))
    const wanted = above(end.liquidusC)
    return trace.find((point) => point.atS >= atS && point.celsius >= wanted)?.atS ?? null
  }
  for (const lot of scenario.lots.slice(scenario.begins)) {
    const ready = hotAt((liquidusC) => liquidusC + BEFORE_ADDING_C)
    if (ready === null) return acts
    atS = ready
    // What boils off is added into a melt that gets no hotter.
    acts.push({ atS, do: 'power', to: HOLDS }, { atS, do: 'add', lot: lot.id, preheated: true })
    atS += HAND_S
    acts.push({ atS, do: 'power', to: 1 })
  }
  const treatS = scenario.degassed ? DEGAS_MIN * 60 + REST_S : HAND_S
  const hot = hotAt(() => liftTemperature(scenario))
  if (hot === null) return acts
  atS = hot
  if (scenario.degassed) {
    // It is kept where it is while the gas goes through.
    acts.push({ atS, do: 'skim' }, { atS, do: 'power', to: HOLDS }, { atS, do: 'degas', minutes: DEGAS_MIN })
    atS += treatS
    acts.push({ atS, do: 'power', to: 1 })
    atS = hotAt(() => liftTemperature(scenario)) ?? atS
  }
  acts.push({ atS, do: 'skim' }, { atS, do: 'stir' })
  if (scenario.deoxidised) acts.push({ atS, do: 'deoxidise' })
  acts.push({ atS, do: 'skim' }, { atS, do: 'lift' }, { atS: atS + HAND_S, do: 'pour' })
  return acts
}

/**
 * As hot as it has to be in the furnace, to be at its usual heat when it runs into the mould.
 * @returns °C
 * @example liftTemperature({ window: { fromC: 1060, usualC: 1100, toC: 1150 }, brimCm3: 740, lots: [{ massG: 2000 }], crucibleG: 1000 }) > 1110 // true
 */
export function liftTemperature({ window, brimCm3, lots, crucibleG }: Scenario): number {
  const metalKg = lots.reduce((sum, { massG }) => sum + massG, 0) / 1000
  const perKelvin = metalKg * METAL_KJKGK + (crucibleG / 1000) * CRUCIBLE_HEAT.value
  const lostKJ = (liftedHeatLoss(window.usualC, meltSurface(brimCm3)) * HAND_S) / 1000
  return Math.min(window.toC, window.usualC + lostKJ / perKelvin)
}
