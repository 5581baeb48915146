import { MOULDS } from '#core/casting'
import { byId, totalG } from '#core/lists'
import { shortName } from '#core/alloys'
import { roundShares, sumPct, type Composition, type Spread } from '#core/composition'
import { combineReadings } from '#core/assay'
import { predictMelt } from '#core/charge'
import { moveMetal, newLot, type Lot } from '#core/stock'
import { weighedCharge } from './charge-problem'
import { heatRecovery } from './losses'
import { heatStamp } from './new-heat'
import { castSteps } from './castings'
import type { Cast } from './cast-schema'
import type { Heat } from './schema'

/** Of an alloy's name, so that the lots' own names hold it, characters. */
const LONGEST_NAME = 90

export interface ClosingLots {
  /** lots with their mass after the charge was taken out */
  taken: Lot[]
  /** new lots: the heat's ingots, its returns with what stuck or spilled, and each spoiled casting */
  made: Lot[]
}

/**
 * What logging a heat does to the stock: the charge goes out of its lots, ingots and returns come in with the
 * heat as their origin and the measured composition (the predicted one where nothing was measured).
 * A lot weighed beyond its record is left at nothing, never below.
 * @param stamp ids and time are handed in; two ids are used at most
 */
export function stockAfterLogging(
  heat: Heat,
  lots: readonly Lot[],
  stamp: { ids: readonly [string, string]; now: string },
): ClosingLots {
  const taken: Lot[] = []
  for (const line of heat.weighed) {
    const lot = lots.find(({ id }) => id === line.lotId)
    if (!lot) continue
    taken.push(moveMetal(lot, -Math.min(lot.massG, line.massG), heatStamp(heat.number), stamp.now))
  }
  const made: Lot[] = []
  const lotOf = lotsFrom(heat, stamp.now)
  const add = (id: string, name: string, kind: 'ingot' | 'returns', massG: number, note?: string) => {
    if (massG > 0) made.push(lotOf(id, name, kind, massG, note))
  }
  const name = nameOfMetal(heat)
  const { ingots, returnsG, spillG, skullG, heelG, stayedG } = heat.pour
  add(stamp.ids[0], `${name} ingots`, 'ingot', totalG(ingots), pouredIn(ingots))
  add(
    stamp.ids[1],
    `${name} returns`,
    'returns',
    (returnsG ?? 0) + (spillG ?? 0) + Math.max(0, (skullG ?? 0) - (stayedG ?? 0)) + (heelG ?? 0),
  )
  for (const cast of heat.pour.castings ?? []) {
    const lot = cast.verdict === 'spoiled' ? spoiledLot(heat, cast, stamp.now) : null
    if (lot) made.push(lot)
  }
  return { taken, made }
}

/**
 * A casting as metal for the bins: of what its heat is made, and known by its own id from then on.
 * @returns null for one that was not weighed
 * @example spoiledLot({ number: 14, alloy: null }, { grossG: null, fettledG: null, finishedG: null }, '') // null
 */
export function spoiledLot(heat: Heat, cast: Cast, now: string): Lot | null {
  const massG = castSteps(cast).nowG ?? 0
  const name = `${nameOfMetal(heat)}: ${cast.name || 'casting'}`.slice(0, 120)
  return massG > 0 ? lotsFrom(heat, now)(cast.id, name, 'returns', massG, castIn(heat)) : null
}

/**
 * Ingots of a heat as a lot: for those that got their weight after it was logged.
 * @param massG of all of them
 * @example ingotLot({ number: 14, alloy: null, weighed: [], assays: [], pour: { ingots: [] } }, 'a', 380, '').massG // 380
 */
export const ingotLot = (heat: Heat, id: string, massG: number, now: string): Lot =>
  lotsFrom(heat, now)(id, `${nameOfMetal(heat)} ingots`, 'ingot', massG)

const nameOfMetal = ({ number, alloy }: Heat): string =>
  `${heatStamp(number)} ${alloy ? shortName(alloy).slice(0, LONGEST_NAME) : ''}`.trim()

/** The moulds its ingots were poured in, by their names; nothing where none was told. */
function pouredIn(ingots: Heat['pour']['ingots']): string {
  const moulds = [...new Set(ingots.flatMap(({ mould }) => mould ?? []))]
  return moulds.length > 0 ? `Poured in ${moulds.join(', ')}.`.slice(0, 2000) : ''
}

/** What its castings were cast in. */
function castIn({ need }: Heat): string {
  return need?.mould ? `Cast in ${byId(MOULDS, need.mould).name.toLowerCase()}.` : ''
}

/** Makes lots of a heat's metal. */
function lotsFrom(heat: Heat, now: string) {
  const { composition, sd, knowledge } = knownComposition(heat)
  const pricePerKg = chargePricePerKg(heat)
  return (id: string, name: string, kind: 'ingot' | 'returns', massG: number, note = ''): Lot => {
    const form = kind === 'ingot' ? 'bar' : 'casting'
    const told = {
      name,
      kind,
      massG: round(massG),
      pricePerKg,
      composition,
      sd,
      knowledge,
      form,
      note,
    } as const
    return newLot({ id, now }, { ...told, originHeatId: heat.id })
  }
}

function knownComposition(heat: Heat): {
  composition: Composition
  sd: Spread
  knowledge: 'assay' | 'inferred' | 'grade'
} {
  if (heat.inferred && heat.assays.length === 0) return asInferred(heat.inferred)
  const predicted = predictMelt(weighedCharge(heat.weighed), heatRecovery(heat))
  const composition: Composition = {}
  const sd: Spread = {}
  for (const [symbol, pct] of Object.entries(predicted.composition))
    if (symbol !== '?') composition[symbol] = pct
  for (const [symbol, value] of Object.entries(predicted.sd)) sd[symbol] = significant(value)
  const measured = Object.entries(combineReadings(heat.assays))
  for (const [symbol, value] of measured) {
    // "Not seen" overrules a prediction only where that would have been seen.
    if (value.below !== undefined && (composition[symbol] ?? 0) < value.below) continue
    composition[symbol] = value.pct
    sd[symbol] = significant(value.sd)
  }
  const base = heat.alloy?.base
  if (base && measured.length > 0 && !measured.some(([symbol]) => symbol === base)) {
    const others = sumPct({ ...composition, [base]: 0 })
    composition[base] = Math.max(0, 100 - others - (predicted.composition['?'] ?? 0))
  }
  const total = sumPct(composition)
  if (total > 100)
    for (const symbol of Object.keys(composition)) composition[symbol] = (composition[symbol]! * 100) / total
  return {
    composition: roundShares(composition, 6),
    sd,
    knowledge: measured.length > 0 ? 'assay' : 'grade',
  }
}

/** What the tests of a heat say it is, in the place of a reading. */
function asInferred({ shares }: NonNullable<Heat['inferred']>) {
  const composition = Object.fromEntries(Object.entries(shares).map(([symbol, { pct }]) => [symbol, pct]))
  const sd = Object.fromEntries(
    Object.entries(shares).flatMap(([symbol, one]) => (one.sd > 0 ? [[symbol, significant(one.sd)]] : [])),
  )
  return { composition: roundShares(composition, 6), sd, knowledge: 'inferred' as const }
}

/** No lot is dearer than this, for a kilogram. */
const DEAREST = 1e6

/**
 * What the charge cost, spread over the metal that came out of it: what was lost was paid for too.
 * @returns for a kilogram, in the yard's currency; 0 where nothing was weighed
 */
export function chargePricePerKg(heat: Heat): number {
  const { ingots, castingsG, returnsG, spillG, skullG, heelG } = heat.pour
  const out = [castingsG, returnsG, spillG, skullG, heelG].reduce<number>((sum, part) => sum + (part ?? 0), 0)
  const mass = totalG(ingots) + out
  const cost = heat.weighed.reduce((sum, line) => sum + line.massG * line.pricePerKg, 0)
  return mass > 0 ? Math.min(DEAREST, Number((cost / mass).toFixed(2))) : 0
}

const round = (grams: number) => Number(grams.toFixed(3))
const significant = (value: number) => Number(value.toPrecision(6))
