import { totalG } from '#core/lists'
import { crucibleWear, wantsFirstFire, type Gear, type Wear } from '#core/gear'
import { heatsIn, type Heat } from '#core/heat'
import type { Lot } from '#core/stock'
import { ledgerRow } from './row'

/** Something a yard left undone that a later heat would pay for. */
export type TodoItem =
  | { kind: 'retire'; name: string; why: NonNullable<Wear['retire']> }
  | { kind: 'damp'; lots: string[] }
  | { kind: 'tare'; heat: number; moulds: string[]; ingots: number }
  | { kind: 'off-spec'; heat: number; leftG: number }
  | { kind: 'unmeasured'; heats: number[]; leftG: number }
  | { kind: 'first-fire'; name: string }
  | { kind: 'unchecked'; name: string }
  | { kind: 'guessed'; lots: string[]; massG: number }

/** What is less than this share of the metal at hand may stay a guess; engineering judgement. */
const GUESS_SHARE = 0.05

/**
 * What a yard left undone, what can hurt someone first: worn crucibles, damp stock, metal outside its limits or never
 * measured that still lies in the bins, ingots whose mould was not weighed empty, crucibles to be fired, thermocouples
 * never held against freezing metal, and heaps of metal known by guess only.
 */
export function todoItems(yard: {
  lots: readonly Lot[]
  heats: readonly Heat[]
  gear: readonly Gear[]
}): TodoItem[] {
  const lots = yard.lots.filter(({ massG }) => massG > 0)
  return [
    ...ofCrucibles(yard),
    ...ofStock(lots),
    ...ofMoulds(yard.heats),
    ...ofHeats(yard.heats, lots),
    ...ofProbes(yard.gear),
  ].sort((a, b) => RANK.indexOf(a.kind) - RANK.indexOf(b.kind))
}

const RANK: readonly TodoItem['kind'][] = [
  'retire',
  'damp',
  'tare',
  'off-spec',
  'unmeasured',
  'first-fire',
  'unchecked',
  'guessed',
]

function ofCrucibles({ gear, heats }: { gear: readonly Gear[]; heats: readonly Heat[] }): TodoItem[] {
  return gear.flatMap((one): TodoItem[] => {
    if (one.type !== 'crucible' || one.retiredAt !== null) return []
    const { retire } = crucibleWear(one)
    if (retire) return [{ kind: 'retire', name: one.name, why: retire }]
    return wantsFirstFire(one, heatsIn(heats, one.id).length) ? [{ kind: 'first-fire', name: one.name }] : []
  })
}

function ofStock(lots: readonly Lot[]): TodoItem[] {
  const found: TodoItem[] = []
  const damp = lots.filter(({ coatings }) => coatings?.includes('damp')).map(({ name }) => name)
  if (damp.length > 0) found.push({ kind: 'damp', lots: damp })
  const allG = totalG(lots)
  const guessed = lots
    .filter(({ knowledge, massG }) => knowledge === 'guess' && massG >= GUESS_SHARE * allG)
    .sort((a, b) => b.massG - a.massG)
  if (guessed.length > 0)
    found.push({
      kind: 'guessed',
      lots: guessed.map(({ name }) => name),
      massG: totalG(guessed),
    })
  return found
}

/** Ingots that wait for their mould to be weighed empty. */
const ofMoulds = (heats: readonly Heat[]): TodoItem[] =>
  heats.flatMap(({ number, pour: { inMoulds = [] } }): TodoItem[] =>
    inMoulds.length > 0
      ? [
          {
            kind: 'tare',
            heat: number,
            moulds: [...new Set(inMoulds.map(({ mould }) => mould).filter(Boolean))],
            ingots: inMoulds.length,
          },
        ]
      : [],
  )

/** Only metal that still lies in a bin: what was melted again needs no verdict. */
function ofHeats(heats: readonly Heat[], lots: readonly Lot[]): TodoItem[] {
  const left = new Map<string, number>()
  for (const { originHeatId, massG } of lots)
    if (originHeatId) left.set(originHeatId, (left.get(originHeatId) ?? 0) + massG)
  const found: TodoItem[] = []
  const unmeasured: Extract<TodoItem, { kind: 'unmeasured' }> = { kind: 'unmeasured', heats: [], leftG: 0 }
  for (const heat of heats) {
    const leftG = left.get(heat.id) ?? 0
    if (!heat.loggedAt || leftG === 0) continue
    const { verdict } = ledgerRow(heat)
    if (verdict === 'outside') found.push({ kind: 'off-spec', heat: heat.number, leftG })
    if (verdict !== 'nothing-measured') continue
    unmeasured.heats.push(heat.number)
    unmeasured.leftG += leftG
  }
  return unmeasured.heats.length > 0 ? [...found, unmeasured] : found
}

function ofProbes(gear: readonly Gear[]): TodoItem[] {
  return gear.flatMap((one): TodoItem[] =>
    one.type === 'thermocouple' && one.checks.length === 0 ? [{ kind: 'unchecked', name: one.name }] : [],
  )
}
