import { nominalWhole } from '#core/alloys'
import { totalG } from '#core/lists'
import { familyOf, metalFacts, pourWindow, type AlloyKind, type Liquidus } from '#core/families'
import type { ChargedLot } from './charged-lot'
import { courseSteps } from './course'
import { fumeCautions, LIFT_G, mayHoldRounds, scrapCautions } from './hazards'
import { inForce, type Making } from './making'
import { preheated } from './preheat'
import type { RunSheetAsk, RunStep } from './run-step'

/**
 * The run sheet of a charge: every step in the order the alloy's family wants, by the practices chosen, with amounts,
 * clocks, holds and the cautions that belong to it.
 * @param alloy decides the family and the deoxidant
 * @param charge what goes in, g
 * @param liquidus of the alloy; null where none is known, and no temperature is told
 * @returns steps from readiness to the empty crucible; none for a metal that no practice is known for
 * @source common practice for order; each practice with its own in data/practices.json
 */
export function runSheet(
  alloy: AlloyKind,
  charge: readonly ChargedLot[],
  liquidus: Liquidus | null,
  ask: RunSheetAsk = {},
): RunStep[] {
  const metal = familyOf(alloy)?.metal
  if (!metal) return []
  const lots = charge.filter(({ massG }) => massG > 0)
  const chargeG = totalG(lots)
  const making: Making = { ...ask, alloy, metal, lots, chargeG, liquidus }
  return [...early(making), ...courseSteps(making), ...late(making)]
}

/** An unknown crucible weighs about this share of the copper it is charged with. Engineering estimate. */
const UNKNOWN_POT_SHARE = 0.4
/** Moulds that a pattern is burnt out of. */
const BURNT_OUT: ReadonlySet<string> = new Set(['plaster', 'ceramic-shell'])
/** From this much nickel on an alloy is a nickel alloy to the skin, wt%. Engineering judgement. */
const NICKEL_PCT = 5

/** What must be known before a casting is put to use. */
function useCautions({ alloy, metal }: Making): string[] {
  const nickel = nominalWhole(alloy).Ni ?? 0
  return [...(metal === 'Cu' ? ['food-copper'] : []), ...(nickel > NICKEL_PCT ? ['nickel-skin'] : [])]
}

/** What each way of heating can do to whoever stands by. */
const FUEL_CAUTIONS = {
  propane: ['carbon-monoxide', 'propane'],
  charcoal: ['carbon-monoxide', 'charcoal-fire'],
  electric: ['electric'],
} as const

function readyCautions({ lots, metal, fuel }: Making): string[] {
  return [
    ...(lots.some(mayHoldRounds) ? ['live-rounds'] : []),
    'protection',
    'place',
    // What is not known to be electric may be a flame.
    ...(fuel ? FUEL_CAUTIONS[fuel] : ['carbon-monoxide']),
    'coated-tools',
    ...metalFacts(metal).cautions.ready,
    'dust',
  ]
}

function early(making: Making): RunStep[] {
  const ramp = inForce(making, 'ramp').practice
  const pot = making.pot ? { pot: making.pot } : {}
  return [
    { id: 'ready', kind: 'ready', hold: 'dressed', cautions: readyCautions(making) },
    ...(making.newCrucible
      ? [
          {
            id: 'first-fire',
            kind: 'first-fire',
            hold: 'fired',
            ...pot,
            cautions: ['crucible'],
          } satisfies RunStep,
        ]
      : []),
    {
      id: 'crucible',
      kind: 'crucible',
      // A flame's air decides what gas the copper takes up.
      cautions: [
        'crucible',
        ...(making.metal === 'Cu' && making.fuel !== 'electric' ? ['oxidising-flame'] : []),
      ],
      ...pot,
      ...(ramp ? { practice: ramp } : {}),
    },
    {
      id: 'preheat',
      kind: 'preheat',
      hold: 'hot-dry',
      preheat: preheated(making.lots),
      cautions: ['damp', 'never', ...scrapCautions(making.lots).filter((id) => id !== 'never')],
    },
  ]
}

function late(making: Making): RunStep[] {
  const { alloy, metal, liquidus, chargeG, pourOrder = [], walls } = making
  const crucibleG = making.crucibleG ?? UNKNOWN_POT_SHARE * chargeG
  const fume = fumeCautions(making.lots)
  const window = pourWindow(alloy, liquidus, walls)
  return [
    { id: 'skim', kind: 'skim', cautions: ['damp', ...fume] },
    { id: 'sample', kind: 'sample', cautions: ['mould'] },
    {
      id: 'temperature',
      kind: 'temperature',
      ...(window ? { window } : {}),
      hold: 'in-window',
      cautions: metalFacts(metal).cautions.temperature,
    },
    {
      id: 'mould',
      kind: 'mould',
      hold: 'mould-dry',
      cautions: ['mould', ...(BURNT_OUT.has(making.mould ?? '') ? ['burnout-fume'] : [])],
    },
    {
      id: 'pour',
      kind: 'pour',
      ...(window ? { window } : {}),
      pourOrder,
      cautions: [...(chargeG + crucibleG > LIFT_G ? ['lift'] : []), 'pour', ...fume],
    },
    { id: 'empty', kind: 'empty', cautions: ['quench', ...useCautions(making)] },
  ]
}
