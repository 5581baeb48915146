import type { DayAsk, DayHeat, DayPot, DayStep } from './ask'

const ROOM_C = 25

/** Where the day stands after some of its heats. */
export interface DayState {
  steps: readonly DayStep[]
  /** of the walls, °C */
  wallsC: number
  /** what each crucible held last */
  held: ReadonlyMap<string, string | null>
  minutes: number
  putInKJ: number
  washes: number
}

/**
 * The morning: walls cold, crucibles as they were left.
 * @example initialDayState([]).minutes // 0
 */
export const initialDayState = (pots: readonly DayPot[]): DayState => ({
  steps: [],
  wallsC: ROOM_C,
  held: new Map(pots.map(({ id, last }) => [id, last])),
  minutes: 0,
  putInKJ: 0,
  washes: 0,
})

/**
 * One heat more.
 * @returns null where the crucible must not take it
 * @source energy balance: put in = walls brought up + (metal + crucible) ÷ efficiency
 */
export function nextHeat(ask: DayAsk, state: DayState, heat: DayHeat, pot: DayPot): DayState | null {
  const before = state.held.get(pot.id) ?? null
  const asked = before === null ? 'nothing' : ask.between(before, heat)
  if (asked === 'never') return null
  const washed = asked === 'wash'
  const { furnace } = ask
  const wallsKJ = furnace.wallKJperK * Math.max(0, heat.pourC - state.wallsC)
  const potKJ = pot.heatKJperK * (heat.pourC - ROOM_C)
  const washKJ = washed ? (ask.wash.share * heat.heatKJ) / furnace.efficiency : 0
  const putInKJ = wallsKJ + (heat.heatKJ + potKJ) / furnace.efficiency + washKJ
  const turn = state.steps.length > 0 ? ask.turnMin : 0
  const fromMin = state.minutes + turn
  const pourMin = fromMin + putInKJ / furnace.powerKw / 60 + (washed ? ask.wash.minutes : 0)
  const hottest = Math.max(heat.pourC, state.wallsC)
  return {
    steps: [...state.steps, { id: heat.id, pot: pot.id, washed, fromMin, pourMin, putInKJ, wallsKJ, washKJ }],
    wallsC: ROOM_C + furnace.keepsWarm * (hottest - ROOM_C),
    held: new Map([...state.held, [pot.id, heat.id]]),
    minutes: pourMin,
    putInKJ: state.putInKJ + putInKJ,
    washes: state.washes + (washed ? 1 : 0),
  }
}

/**
 * What fuel and work of a state cost.
 * @example runningCost({ furnace: { pricePerKJ: 0.1 }, ratePerHour: 6 }, { putInKJ: 10, minutes: 60 }) // 7
 */
export const runningCost = (ask: DayAsk, { putInKJ, minutes }: DayState): number =>
  putInKJ * ask.furnace.pricePerKJ + (minutes / 60) * ask.ratePerHour

/**
 * For each heat of an order, those before it.
 * @example earlierIn(['a', 'b']).get('b').has('a') // true
 */
export const earlierIn = (order: readonly string[]): Map<string, ReadonlySet<string>> =>
  new Map(order.map((id, at) => [id, new Set(order.slice(0, at))]))

/**
 * What a heat takes at the very least, wherever it comes: no walls, no wash, the lightest crucible.
 * @example leastOf({ pots: [], furnace: { efficiency: 0.5, powerKw: 1 } }, { pots: [], heatKJ: 30, pourC: 700 }).minutes // 1
 */
export function leastOf(ask: DayAsk, heat: DayHeat): { putInKJ: number; minutes: number } {
  const pots = ask.pots.filter(({ id }) => heat.pots.includes(id))
  const lightest = pots.length > 0 ? Math.min(...pots.map(({ heatKJperK }) => heatKJperK)) : 0
  const putInKJ = (heat.heatKJ + lightest * (heat.pourC - ROOM_C)) / ask.furnace.efficiency
  return { putInKJ, minutes: putInKJ / ask.furnace.powerKw / 60 }
}

/**
 * For each heat, all the others: every order open at once.
 * @example everyOther([{ id: 'a' }, { id: 'b' }]).get('a').has('b') // true
 */
export const everyOther = (heats: readonly Pick<DayHeat, 'id'>[]): Map<string, ReadonlySet<string>> =>
  new Map(heats.map(({ id }) => [id, new Set(heats.flatMap((one) => (one.id === id ? [] : [one.id])))]))

/**
 * The order of a state's steps.
 * @example orderOf({ steps: [{ id: 'a' }] }) // ['a']
 */
export const orderOf = ({ steps }: Pick<DayState, 'steps'>): string[] => steps.map(({ id }) => id)
