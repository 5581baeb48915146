import { liftTemperature } from './by-the-book'
import type { Act, CastingFault, Scenario } from './scenario'
import { DEGAS_MIN, HAND_S, LONGEST_S } from './pace'
import { rehearse } from './rehearse'
import type { Poured, Rehearsed } from './standing'

/** Choices that a debrief looks at, each done otherwise by itself. */
export const CHOICES = [
  'cover',
  'lid',
  'preheat',
  'order',
  'pour-at-once',
  'skim',
  'deoxidise',
  'degas',
] as const
export type Choice = (typeof CHOICES)[number]

/** What one choice cost: the same heat without it, taken off. Below nothing it was a gain. */
export interface ChoiceCost {
  choice: Choice
  zincG: number
  drossG: number
  gasCm3: number
  minutes: number
  fuelKJ: number
  celsius: number
  /** faults of the casting that would not have been */
  faults: CastingFault[]
}

export interface Debrief {
  poured: Poured | null
  /** what each choice cost, the worst first; only those that cost anything */
  costs: ChoiceCost[]
  /** the three that would have helped most */
  better: Choice[]
}

const MOST_BETTER = 3
/** As good as there, °C. */
const NEAR_C = 3
/** Less than this is nothing: grams, cm³, minutes. */
const NOTHING = { g: 0.5, gasCm3: 0.01, minutes: 0.5 }
const ZINC_PCT = 5

type Mend = (acts: readonly Act[], scenario: Scenario, was: Rehearsed) => Act[] | null

const pourOf = (acts: readonly Act[]) => acts.find((act) => act.do === 'pour')
const liftOf = (acts: readonly Act[]) => acts.find((act) => act.do === 'lift') ?? pourOf(acts)
/** Just before it was lifted. */
const before = (acts: readonly Act[]): number => Math.max(0, (liftOf(acts)?.atS ?? 0) - HAND_S)

/** How each choice is done otherwise; null where it was done as it should be. */
const MENDS: Readonly<Record<Choice, Mend>> = {
  cover: (acts) =>
    acts.some((act) => act.do === 'cover' && act.cover !== 'bare' && act.atS < HAND_S)
      ? null
      : [{ atS: 0, do: 'cover', cover: 'glass' }, ...acts.filter((act) => act.do !== 'cover')],
  lid: (acts) =>
    acts.some((act) => act.do === 'lid' && !act.on) ? acts.filter((act) => act.do !== 'lid') : null,
  preheat: (acts) =>
    acts.some((act) => act.do === 'cold-tool' || (act.do === 'add' && !act.preheated))
      ? acts.flatMap((act) =>
          act.do === 'cold-tool' ? [] : act.do === 'add' ? { ...act, preheated: true } : act,
        )
      : null,
  order: (acts, { lots }) => {
    const adds = acts.filter((act) => act.do === 'add').sort((one, other) => one.atS - other.atS)
    const inTurn = lots.filter(({ id }) => adds.some(({ lot }) => lot === id)).map(({ id }) => id)
    if (adds.every(({ lot }, at) => lot === inTurn[at])) return null
    const zinc = lots.some(({ id, composition }) => inTurn.includes(id) && (composition.Zn ?? 0) > ZINC_PCT)
    if (!zinc) return null
    const turned = new Map(adds.map((act, at) => [act, inTurn[at]!]))
    return acts.map((act) => (act.do === 'add' ? { ...act, lot: turned.get(act) ?? act.lot } : act))
  },
  'pour-at-once': (acts, scenario, { trace }) => {
    const { lots, begins, mishaps = [] } = scenario
    // Nobody pours before whoever helps is there.
    const helperS = Math.max(0, ...mishaps.map((one) => (one.what === 'helper-late' ? one.atS : 0)))
    const pour = pourOf(acts)
    const lift = liftOf(acts)
    if (!pour || !lift) return null
    const lastAdd = Math.max(0, ...acts.filter((act) => act.do === 'add').map(({ atS }) => atS))
    if (acts.filter((act) => act.do === 'add').length < lots.length - begins) return null
    const ready = trace.find(
      ({ atS, celsius }) => atS > lastAdd && atS >= helperS && celsius >= liftTemperature(scenario) - NEAR_C,
    )
    if (!ready || ready.atS > lift.atS - 60) return null
    const earlier = lift.atS - ready.atS
    // What was done while it was held is done, only sooner.
    return acts.map((act) =>
      act.atS > ready.atS ? { ...act, atS: Math.max(ready.atS, act.atS - earlier) } : act,
    )
  },
  skim: (acts) => {
    const lastStir = Math.max(-1, ...acts.filter((act) => act.do === 'stir').map(({ atS }) => atS))
    const lastSkim = Math.max(-1, ...acts.filter((act) => act.do === 'skim').map(({ atS }) => atS))
    const firstStir = Math.min(Infinity, ...acts.filter((act) => act.do === 'stir').map(({ atS }) => atS))
    const clean = acts.some((act) => act.do === 'skim' && act.atS <= firstStir) || firstStir === Infinity
    if (lastSkim >= 0 && lastSkim >= lastStir && clean) return null
    const stirs = acts.filter((act) => act.do === 'stir')
    return [
      ...stirs.map(({ atS }): Act => ({ atS: Math.max(0, atS - 1), do: 'skim' })),
      ...acts,
      { atS: before(acts), do: 'skim' },
    ]
  },
  deoxidise: (acts, { deoxidised }) =>
    deoxidised && !acts.some((act) => act.do === 'deoxidise')
      ? [...acts, { atS: before(acts), do: 'deoxidise' }]
      : null,
  degas: (acts, { degassed }) =>
    degassed && !acts.some((act) => act.do === 'degas')
      ? [...acts, { atS: before(acts), do: 'degas', minutes: DEGAS_MIN }]
      : null,
}

/**
 * What each choice of a rehearsal cost, from running it again without that choice.
 * @param acts as they were done
 * @returns costs of choices that could have been made otherwise
 * @source rehearse; the comparison is exact within the model
 * @example debrief(copperHeat, referenceRun(copperHeat)).better // []
 */
export function debrief(scenario: Scenario, acts: readonly Act[]): Debrief {
  const was = rehearse(scenario, acts, LONGEST_S)
  const { poured } = was
  if (poured?.how !== 'poured') return { poured, costs: [], better: [] }
  const costs = CHOICES.flatMap((choice): ChoiceCost[] => {
    const otherwise = MENDS[choice](acts, scenario, was)
    if (!otherwise) return []
    const then = rehearse(scenario, otherwise, LONGEST_S).poured
    if (!then) return []
    const cost: ChoiceCost = {
      choice,
      zincG: poured.zincLostG - then.zincLostG,
      drossG: poured.drossG - then.drossG,
      gasCm3: poured.gasCm3 - then.gasCm3,
      minutes: (poured.atS - then.atS) / 60,
      fuelKJ: poured.fuelKJ - then.fuelKJ,
      celsius: poured.celsius - then.celsius,
      faults: poured.faults.filter((fault) => !then.faults.includes(fault)),
    }
    return matters(cost) ? [cost] : []
  }).sort((one, other) => weight(other, poured) - weight(one, poured))
  return { poured, costs, better: costs.slice(0, MOST_BETTER).map(({ choice }) => choice) }
}

const matters = ({ zincG, drossG, gasCm3, minutes, faults }: ChoiceCost) =>
  faults.length > 0 ||
  zincG > NOTHING.g ||
  drossG > NOTHING.g ||
  gasCm3 > NOTHING.gasCm3 ||
  minutes > NOTHING.minutes

/** A fault counts for more than any grams. */
const weight = ({ zincG, drossG, gasCm3, minutes, faults }: ChoiceCost, { meltG }: Poured): number =>
  100 * faults.length + (100 * (zincG + drossG)) / meltG + 20 * gasCm3 + 0.1 * minutes
