import { baseMetal, type Alloy } from '#core/alloys'
import { CASTABILITY_SOURCES, castability, castsBadly, WHAT_HELPS } from '#core/casting'
import { factsOf, familyOf, poisonsOf } from '#core/families'
import { blendDensity, mainElement } from '#core/composition'
import table from '#data/plan-checks.json'
import type { ChargedLot } from './charged-lot'
import { crucibleHolds } from './crucible'
import { mayHoldRounds } from './hazards'

/** Something the solver does not know and a founder would say. */
export type PlanCheck =
  | { rule: 'never'; element: string; pct: number; lots: string[]; source: string }
  | { rule: 'trace-poison'; element: string; pct: number; lots: string[]; source: string }
  | {
      rule: 'poison'
      element: string
      pct: number
      overPct: number
      why: string
      lots: string[]
      source: string
    }
  | { rule: 'unmixed'; element: string; pct: number; source: string }
  | { rule: 'iron-needles'; ironPct: number; manganesePct: number; wantedPct: number; source: string }
  | { rule: 'sludge'; factor: number; most: number; source: string }
  | { rule: 'zinc-die-casting'; lots: string[]; source: string }
  | { rule: 'magnesium-chips'; lots: string[]; source: string }
  | { rule: 'form'; why: string; lots: string[]; source: string }
  | { rule: 'coating'; coating: string; lots: string[]; source: string }
  | { rule: 'first-fire'; source: string }
  | { rule: 'crucible-worn'; why: string; source: string }
  | { rule: 'crucible-family'; last: string; source: string }
  | { rule: 'pot-never'; metal: string; material: string; source: string }
  | { rule: 'pot-bare'; metal: string; iron: PotIronCheck | null; source: string }
  | { rule: 'pot-iron'; iron: PotIronCheck; source: string }
  | {
      rule: 'casts-badly'
      /** between liquidus and solidus now, and with silicon and copper brought up; null where it is not known */
      rangeC: number | null
      /** silicon and copper that would bring them to what helps, g */
      siliconG: number
      copperG: number
      siliconPct: number
      copperPct: number
      source: string
    }
  | { rule: 'crucible-full'; wantsG: number; holdsG: number; source: string }
  | { rule: 'live-rounds'; lots: string[]; source: string }
  | {
      rule: 'residue'
      heat: number
      alloy: string
      /** g; null where nothing was written down */
      massG: number | null
      /** limits that it breaks, with what the melt comes to */
      breaks: { element: string; pct: number; max: number }[]
      source: string
    }
  | { rule: 'pot-shared'; heats: { number: number; alloy: string }[]; source: string }

/** Iron from a steel crucible, wt% of the melt, and what the melt then holds. */
export interface PotIronCheck {
  fromPct: number
  toPct: number
  meltPct: number
  /** what the alloy bears; null where it says nothing */
  maxPct: number | null
}

export interface CheckedPlan {
  alloy: Pick<Alloy, 'base' | 'practice' | 'group' | 'limits' | 'nominal' | 'densityGcm3'>
  /** the melt as predicted */
  tapMassG: number
  /** wt% */
  composition: Record<string, number>
  lots: readonly ChargedLot[]
  /** crucible number; null where it was not told */
  crucibleNo: number | null
  /** the crucible chosen from the gear, where one is */
  crucible?: {
    holdsG: number
    wantsFirstFire: boolean
    retire: string | null
    family: string | null
    /** what it is made of; may it hold this metal as it is, only under a wash, or never */
    material?: string
    bears?: 'ok' | 'washed' | 'never'
    /** a wash was put on since it last held metal */
    coated?: boolean
    /** iron it is likely to give the melt, wt% */
    ironPct?: { low: number; mid: number; high: number } | null
  }
  /** base metal of the last heat that was poured; null for none */
  lastBase: string | null
  /** what the last heat left in the crucible chosen */
  residue?: Residue | null
  /** other open heats planned in the same crucible, of another kind */
  sharing?: readonly { number: number; alloy: string }[]
}

/** A share of an element's mass that names a lot as one of its carriers. */
const CARRIER = 0.2

/** Checks of a finished plan against the rules of practice, what must never be melted first. */
export function checkPlan(plan: CheckedPlan): PlanCheck[] {
  return [
    ...neverMelted(plan),
    ...liveRounds(plan),
    ...magnesiumChips(plan),
    ...tracePoisons(plan),
    ...poisons(plan),
    ...iron(plan),
    ...zincDieCastings(plan),
    ...unmixed(plan),
    ...badCasting(plan),
    ...crucible(plan),
    ...residue(plan),
    ...sharedPot(plan),
    ...forms(plan),
    ...coatings(plan),
  ]
}

/** What an earlier heat left in a crucible; `massG` null where nothing was written down. */
export interface Residue {
  number: number
  alloy: string
  practice: string | null
  massG: number | null
  composition: Record<string, number>
}

/** Skull is scraped and weighed by eye: so much more of it may be there. Engineering judgement. */
const MORE_SKULL = 1.5

function liveRounds({ lots }: CheckedPlan): PlanCheck[] {
  const found = lots.filter(mayHoldRounds)
  return found.length > 0
    ? [{ rule: 'live-rounds', lots: found.map(({ lotId }) => lotId), source: 'Usual caution' }]
    : []
}

/** What is left in the pot joins the melt: what it does to the limits. */
function residue({ residue: left, alloy, composition, tapMassG }: CheckedPlan): PlanCheck[] {
  if (!left || tapMassG <= 0) return []
  const source = 'Arithmetic, with half as much again as was written down; usual caution'
  const told = { rule: 'residue', heat: left.number, alloy: left.alloy, source } as const
  if (left.massG === null)
    return left.practice === alloy.practice ? [] : [{ ...told, massG: null, breaks: [] }]
  const massG = left.massG * MORE_SKULL
  if (massG <= 0) return []
  const breaks = Object.entries(alloy.limits).flatMap(([element, { max }]) => {
    if (max === undefined) return []
    const own = pctOf(composition, element)
    const pct = (own * tapMassG + pctOf(left.composition, element) * massG) / (tapMassG + massG)
    return pct > max * (1 + 1e-6) && pct > own ? [{ element, pct, max }] : []
  })
  return breaks.length > 0 ? [{ ...told, massG: left.massG, breaks }] : []
}

function sharedPot({ sharing = [] }: CheckedPlan): PlanCheck[] {
  return sharing.length > 0
    ? [
        {
          rule: 'pot-shared',
          heats: [...sharing],
          source: 'Common practice: one crucible for each alloy family',
        },
      ]
    : []
}

const pctOf = (composition: Record<string, number>, symbol: string) => composition[symbol] ?? 0

function neverMelted({ lots, composition }: CheckedPlan): PlanCheck[] {
  const { elements, source } = table.never
  return Object.entries(elements).flatMap(([element, overPct]): PlanCheck[] => {
    const carriers = lots.filter((lot) => pctOf(lot.composition, element) > overPct)
    if (carriers.length === 0) return []
    return [
      {
        rule: 'never',
        element,
        pct: pctOf(composition, element),
        lots: carriers.map(({ lotId }) => lotId),
        source,
      },
    ]
  })
}

/** Lots that hold a little of what is poison in the fume; `pct` is the strongest lot's. */
function tracePoisons({ lots }: CheckedPlan): PlanCheck[] {
  const { elements, source } = table.traces
  const never: Record<string, number> = table.never.elements
  return Object.entries(elements).flatMap(([element, overPct]): PlanCheck[] => {
    const carriers = lots.filter(({ composition }) => {
      const pct = pctOf(composition, element)
      return pct > overPct && pct <= (never[element] ?? 100)
    })
    if (carriers.length === 0) return []
    const pct = Math.max(...carriers.map(({ composition }) => pctOf(composition, element)))
    return [{ rule: 'trace-poison', element, pct, lots: carriers.map(({ lotId }) => lotId), source }]
  })
}

function poisons({ alloy, composition, lots }: CheckedPlan): PlanCheck[] {
  return poisonsOf(familyOf(alloy)).flatMap(({ elements, overPct, why, source }) =>
    elements.flatMap((element): PlanCheck[] => {
      const pct = pctOf(composition, element)
      // What the alloy asks for is no poison in it; and its own limit, where wider, is the one that counts.
      const limit = Math.max(overPct, alloy.limits[element]?.max ?? 0)
      if (pct <= limit * (1 + 1e-6) || element === alloy.base) return []
      return [{ rule: 'poison', element, pct, overPct: limit, why, lots: carriersOf(lots, element), source }]
    }),
  )
}

/** The lots that bring the most of an element. */
function carriersOf(lots: readonly ChargedLot[], element: string): string[] {
  const brought = lots.map((lot) => ({
    id: lot.lotId,
    grams: lot.massG * pctOf(lot.composition, element),
  }))
  const total = brought.reduce((sum, { grams }) => sum + grams, 0)
  return brought
    .filter(({ grams }) => grams > CARRIER * total)
    .sort((a, b) => b.grams - a.grams)
    .map(({ id }) => id)
}

function iron({ alloy, composition }: CheckedPlan): PlanCheck[] {
  const facts = factsOf(alloy)?.iron
  if (!facts) return []
  const { overPct, leastMnPerFe, mostSludge, sludge, source } = facts
  const checks: PlanCheck[] = []
  const ironPct = pctOf(composition, 'Fe')
  const manganesePct = pctOf(composition, 'Mn')
  if (ironPct > overPct && manganesePct < leastMnPerFe * ironPct)
    checks.push({
      rule: 'iron-needles',
      ironPct,
      manganesePct,
      wantedPct: leastMnPerFe * ironPct,
      source,
    })
  const factor = Object.entries(sludge).reduce(
    (sum, [symbol, weight]) => sum + weight * pctOf(composition, symbol),
    0,
  )
  if (factor >= mostSludge) checks.push({ rule: 'sludge', factor, most: mostSludge, source })
  return checks
}

function zincDieCastings({ alloy, lots }: CheckedPlan): PlanCheck[] {
  const facts = factsOf(alloy)?.zincDieCastings
  if (!facts) return []
  const { overPct, source } = facts
  const found = lots.filter(({ composition }) => {
    const zinc = pctOf(composition, 'Zn')
    return zinc > overPct && zinc < 99
  })
  return found.length > 0 ? [{ rule: 'zinc-die-casting', lots: found.map(({ lotId }) => lotId), source }] : []
}

function magnesiumChips({ lots }: CheckedPlan): PlanCheck[] {
  const { overPct, forms: thin, source } = table.magnesiumChips
  const found = lots.filter((lot) => pctOf(lot.composition, 'Mg') > overPct && thin.includes(lot.form))
  return found.length > 0 ? [{ rule: 'magnesium-chips', lots: found.map(({ lotId }) => lotId), source }] : []
}

function unmixed({ alloy, composition }: CheckedPlan): PlanCheck[] {
  return (factsOf(alloy)?.unmixed ?? []).flatMap(({ element, overPct, source }): PlanCheck[] => {
    const pct = pctOf(composition, element)
    return pct > overPct ? [{ rule: 'unmixed', element, pct, source }] : []
  })
}

/** Rolled and drawn metal by itself: it neither runs nor heals its tears, and what would help. */
function badCasting({ alloy, composition, tapMassG }: CheckedPlan): PlanCheck[] {
  if (mainElement(composition) !== 'Al' || tapMassG <= 0) return []
  const casts = castability({ practice: alloy.practice, designation: 'Own' }, composition)
  if (!castsBadly(casts)) return []
  const missing = (element: 'Si' | 'Cu') =>
    (tapMassG * Math.max(0, WHAT_HELPS[element] - pctOf(composition, element))) / (100 - WHAT_HELPS[element])
  return [
    {
      rule: 'casts-badly',
      rangeC: casts.rangeC,
      siliconG: missing('Si'),
      copperG: missing('Cu'),
      siliconPct: WHAT_HELPS.Si,
      copperPct: WHAT_HELPS.Cu,
      source: CASTABILITY_SOURCES[0],
    },
  ]
}

function forms({ lots }: CheckedPlan): PlanCheck[] {
  return table.forms.flatMap(({ forms: kinds, why, source }): PlanCheck[] => {
    const found = lots.filter(({ form }) => kinds.includes(form))
    return found.length > 0 ? [{ rule: 'form', why, lots: found.map(({ lotId }) => lotId), source }] : []
  })
}

function coatings({ lots }: CheckedPlan): PlanCheck[] {
  // What the form of a lot says already is not said twice.
  const saidByForm: Readonly<Record<string, string>> = { paint: 'painted', oil: 'oily-turnings' }
  const named = new Set(lots.flatMap(({ coatings: on = [] }) => on))
  return [...named].flatMap((coating): PlanCheck[] => {
    const found = lots.filter(
      ({ coatings: on = [], form }) => on.includes(coating) && form !== saidByForm[coating],
    )
    return found.length > 0
      ? [{ rule: 'coating', coating, lots: found.map(({ lotId }) => lotId), source: 'Usual caution' }]
      : []
  })
}

function crucible(plan: CheckedPlan): PlanCheck[] {
  const { alloy, tapMassG, composition, crucibleNo, crucible: chosen } = plan
  const checks: PlanCheck[] = []
  // A crucible of its own remembers its family; without one, the last heat's is taken to be in the furnace.
  const lastBase = chosen ? chosen.family : plan.lastBase
  if (chosen?.wantsFirstFire)
    checks.push({ rule: 'first-fire', source: 'Common practice, no source; the maker’s sheet goes first' })
  if (chosen?.retire)
    checks.push({ rule: 'crucible-worn', why: chosen.retire, source: 'Common practice and estimates' })
  if (lastBase !== null && lastBase !== baseMetal(alloy))
    checks.push({
      rule: 'crucible-family',
      last: lastBase,
      source: 'Common practice: one crucible for each alloy family',
    })
  checks.push(...steelPot(plan))
  if ((chosen || crucibleNo !== null) && tapMassG > 0) {
    const density = alloy.densityGcm3 ?? blendDensity(composition)
    const holdsG = chosen?.holdsG ?? crucibleHolds(crucibleNo!, density)
    if (tapMassG > holdsG)
      checks.push({ rule: 'crucible-full', wantsG: tapMassG, holdsG, source: table.crucible.source })
  }
  return checks
}

/** Less iron than this is not worth a word, wt%. Engineering judgement. */
const IRON_SAID = 0.03

/** What its stuff does to the metal: it may not hold it, wants a wash, or gives it iron. */
function steelPot({ alloy, composition, crucible: chosen }: CheckedPlan): PlanCheck[] {
  const { bears = 'ok', material = '', coated = false, ironPct = null } = chosen ?? {}
  const metal = baseMetal(alloy)
  if (bears === 'never') return [{ rule: 'pot-never', metal, material, source: table.steelPot.source }]
  if (bears === 'ok') return []
  const meltPct = pctOf(composition, 'Fe')
  const iron = ironPct && {
    fromPct: ironPct.low,
    toPct: ironPct.high,
    meltPct: meltPct + ironPct.mid,
    maxPct: alloy.limits.Fe?.max ?? null,
  }
  if (!coated) return [{ rule: 'pot-bare', metal, iron, source: table.steelPot.source }]
  const told = iron && (iron.meltPct > (iron.maxPct ?? Infinity) || iron.toPct > IRON_SAID)
  return told ? [{ rule: 'pot-iron', iron, source: table.steelPot.source }] : []
}
