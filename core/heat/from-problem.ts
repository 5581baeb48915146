import { nth } from '#core/lists'
import { GROUPS, PRACTICES, type Alloy } from '#core/alloys'
import { alloyRecovery, everydayFamily } from '#core/families'
import type { ChargeLot, ChargeProblem } from '#core/charge'
import { mix } from '#core/composition'
import { mainMetal, newLot, type Lot } from '#core/stock'
import { lotChoice } from './lot-choice'
import { newHeat } from './new-heat'
import type { Heat, LotChoice } from './schema'

/** As many as a heat can be held to. */
const MOST_LOTS = 500

export interface OpenedProblem {
  heat: Heat
  /** lots of the problem that the stock does not have */
  lots: Lot[]
}

/**
 * A charge problem as a heat of this yard: its target, its bounds and its way of choosing. Lots are matched by id or
 * by name; those the yard does not have become new lots; those of the yard it does not name are left out.
 * @param stamp ids and time are handed in; one id for the heat and one for each lot of the problem are used at most
 */
export function heatFromProblem(
  problem: ChargeProblem,
  stock: readonly Lot[],
  heats: readonly Pick<Heat, 'number'>[],
  stamp: { ids: readonly string[]; now: string; zone?: string },
): OpenedProblem {
  const [heatId, ...ids] = stamp.ids
  const byName = new Map(stock.map((lot) => [lot.name, lot]))
  const byId = new Map(stock.map((lot) => [lot.id, lot]))
  const lots: Lot[] = []
  const choices: Record<string, LotChoice> = {}
  for (const lot of stock) choices[lot.id] = lotChoice({ use: false })
  problem.lots.forEach((given, index) => {
    const known = byId.get(given.id) ?? byName.get(given.id)
    const id = known?.id ?? nth(ids, index)
    if (!known) lots.push(lotGiven(given, id, stamp.now))
    choices[id] = {
      use: true,
      capG: given.maxG ?? null,
      lockG: given.fixedG ?? null,
      ...(given.pieceG === undefined ? {} : { pieceG: given.pieceG }),
    }
  })
  const { target } = problem
  const alloy = alloyOf(problem)
  const blank = newHeat({ id: heatId!, now: stamp.now, ...(stamp.zone ? { zone: stamp.zone } : {}) }, heats)
  return {
    lots,
    heat: {
      ...blank,
      title: 'Opened problem',
      alloy,
      tapMassG: target.tapMassG,
      objective: problem.objective,
      confidence: problem.confidence ?? null,
      ...(problem.confidence === undefined ? {} : { confidenceOf: problem.confidenceOf ?? 'each' }),
      tapTolerancePct: Math.min(50, (100 * (target.tapToleranceG ?? 0)) / target.tapMassG),
      // Unless a line has its price in the file, only cost counts there.
      ...((problem.lineCost ?? 0) > 0 ? {} : { lineShare: 0 }),
      losses: 'own',
      choices,
      // What a problem does not name is recovered whole; the yard's own estimates do not come in by the back door.
      recoveryOverrides: {
        ...Object.fromEntries(Object.keys(alloyRecovery(alloy)).map((symbol) => [symbol, 1])),
        ...problem.recovery,
      },
      ...(problem.maxLots === undefined ? {} : { maxLots: Math.min(MOST_LOTS, problem.maxLots) }),
    },
  }
}

function alloyOf(problem: ChargeProblem): Alloy {
  const { target } = problem
  const base = target.base ?? heaviest(problem)
  const kind = { base, limits: target.limits, ...(target.nominal ? { nominal: target.nominal } : {}) }
  return {
    id: 'opened',
    designation: 'From a problem file',
    name: 'Opened target',
    ...familyGuess(kind),
    base,
    limits: target.limits,
    source: 'A problem file',
    ...(target.nominal ? { nominal: target.nominal } : {}),
    ...(target.othersEachMax === undefined ? {} : { othersEachMax: target.othersEachMax }),
    ...(target.othersTotalMax === undefined ? {} : { othersTotalMax: target.othersTotalMax }),
  }
}

/**
 * A problem file does not say how its metal is handled: the everyday family of what it mostly is. Where none is known
 * it is filed under the first there is, and told to have none.
 */
const familyGuess = (kind: Pick<Alloy, 'base' | 'limits' | 'nominal'>): Pick<Alloy, 'group' | 'practice'> =>
  everydayFamily(kind) ?? { group: GROUPS[0], practice: PRACTICES[0] }

/**
 * Without a base, the element that must be most, else that the target aims at, else that the lots hold most of; copper
 * for a problem without any metal.
 */
function heaviest({ target, lots }: ChargeProblem): string {
  const asked = Object.entries(target.limits).find(([, { min = 0 }]) => min > 50)
  const aimed = Object.entries(target.nominal ?? {}).find(([, pct]) => pct > 50)
  if (asked ?? aimed) return (asked ?? aimed)![0]
  const pile = mix(lots.map(({ availableG, composition }) => ({ massG: availableG, composition })))
  return Object.keys(pile).length > 0 ? mainMetal({ composition: pile }) : 'Cu'
}

function lotGiven(given: ChargeLot, id: string, now: string): Lot {
  const told = {
    name: given.id.trim().slice(0, 120) || 'Lot without a name',
    massG: given.availableG,
    composition: given.composition,
    metallicYield: given.metallicYield ?? 1,
  }
  const { pricePerKg, sd = {}, virgin } = given
  const kind = virgin ? 'virgin' : 'scrap'
  return newLot({ id, now }, { ...told, kind, form: 'bar', pricePerKg, sd, note: 'From a problem file' })
}

/** A problem with its lots called by name where names are all different, for people to read. */
export function namedProblem(problem: ChargeProblem, nameOf: (id: string) => string): ChargeProblem {
  const names = problem.lots.map(({ id }) => nameOf(id))
  if (new Set(names).size !== names.length) return problem
  return { ...problem, lots: problem.lots.map((lot, index) => ({ ...lot, id: nth(names, index) })) }
}
