import { shortName } from '#core/alloys'
import { roundShares, sumPct, type Composition, type Spread } from '#core/composition'
import { combineReadings } from '#core/assay'
import { predictMelt } from '#core/charge'
import { moveMetal, newLot, type Lot } from '#core/stock'
import { weighedCharge } from './charge-problem'
import { heatRecovery } from './losses'
import { heatStamp } from './new-heat'
import type { Heat } from './schema'

/** Of an alloy's name, so that the lots' own names hold it, characters. */
const LONGEST_NAME = 90

export interface ClosingLots {
  /** lots with their mass after the charge was taken out */
  taken: Lot[]
  /** new lots: the heat's ingots, and its returns with what stuck or spilled */
  made: Lot[]
}

/**
 * What logging a heat does to the stock: the charge goes out of its lots, ingots and returns come in with the
 * heat as their origin and the measured composition (the predicted one where nothing was measured).
 * A lot weighed beyond its record is left at nothing, never below.
 * @param stamp ids and time are handed in; two ids are used at most
 */
export function closeHeat(
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
  const { composition, sd, measured } = knownComposition(heat)
  const price = chargePricePerKg(heat)
  const made: Lot[] = []
  const add = (id: string, name: string, kind: 'ingot' | 'returns', massG: number) => {
    if (massG <= 0) return
    const knowledge = measured ? 'assay' : 'grade'
    const told = { name, kind, massG: round(massG), pricePerKg: price, composition, sd, knowledge } as const
    const form = kind === 'ingot' ? 'bar' : 'casting'
    made.push(newLot({ id, now: stamp.now }, { ...told, form, originHeatId: heat.id }))
  }
  const alloy = heat.alloy ? shortName(heat.alloy).slice(0, LONGEST_NAME) : ''
  const name = `${heatStamp(heat.number)} ${alloy}`.trim()
  const { ingots, returnsG, spillG, skullG, heelG, stayedG } = heat.pour
  add(
    stamp.ids[0],
    `${name} ingots`,
    'ingot',
    ingots.reduce((sum, { massG }) => sum + massG, 0),
  )
  add(
    stamp.ids[1],
    `${name} returns`,
    'returns',
    (returnsG ?? 0) + (spillG ?? 0) + Math.max(0, (skullG ?? 0) - (stayedG ?? 0)) + (heelG ?? 0),
  )
  return { taken, made }
}

function knownComposition(heat: Heat): {
  composition: Composition
  sd: Spread
  measured: boolean
} {
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
  return { composition: roundShares(composition, 6), sd, measured: measured.length > 0 }
}

/** No lot is dearer than this, for a kilogram. */
const DEAREST = 1e6

/** What the charge cost, spread over the metal that came out of it: what was lost was paid for too. */
function chargePricePerKg(heat: Heat): number {
  const { ingots, castingsG, returnsG, spillG, skullG, heelG } = heat.pour
  const out = [castingsG, returnsG, spillG, skullG, heelG].reduce<number>((sum, part) => sum + (part ?? 0), 0)
  const mass = ingots.reduce((sum, { massG }) => sum + massG, out)
  const cost = heat.weighed.reduce((sum, line) => sum + line.massG * line.pricePerKg, 0)
  return mass > 0 ? Math.min(DEAREST, Number((cost / mass).toFixed(2))) : 0
}

const round = (grams: number) => Number(grams.toFixed(3))
const significant = (value: number) => Number(value.toPrecision(6))
