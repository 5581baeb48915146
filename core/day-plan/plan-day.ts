import type { DayAsk, DayHeat, DayPlan } from './ask'
import {
  earlierIn,
  everyOther,
  leastOf,
  initialDayState,
  nextHeat,
  orderOf,
  runningCost,
  type DayState,
} from './reckon'

/** More looks than this are not taken: what is best by then is told as that, not as proven. */
const MOST_LOOKS = 400_000
/** Costs this near are the same, in the yard's currency. */
const SAME = 1e-6

/**
 * The order of a day's heats and the crucible of each, so that metal, fuel, wash heats and work cost least together;
 * of orders that cost the same the shortest day, then the fewest washes, then the heats as they came.
 * @returns null where no order can be: a heat without a crucible, or metal that cannot be made in any
 * @source branch and bound over orders and crucibles; what is left is taken at the least it can cost
 */
export function planDay(ask: DayAsk): DayPlan | null {
  const least = new Map(ask.heats.map((heat) => [heat.id, leastOf(ask, heat)]))
  const metalOf = rememberedMetal(ask)
  // With every heat's leavings open to every other nothing can cost less: a bound for all orders.
  const open = metalOf(everyOther(ask.heats))
  if (open === null) return null
  let best: { state: DayState; metal: number } | null = null
  let looks = 0
  let whole = true

  function look(state: DayState, left: readonly DayHeat[]): void {
    if (++looks > MOST_LOOKS) {
      whole = false
      return
    }
    if (left.length === 0) {
      const metal = metalOf(earlierIn(orderOf(state)))
      if (metal !== null && (!best || better(ask, { state, metal }, best))) best = { state, metal }
      return
    }
    if (best && bound(state, left) > total(ask, best) + SAME) return
    for (const { state: next, heat } of steps(state, left))
      look(
        next,
        left.filter((one) => one !== heat),
      )
  }
  function bound(state: DayState, left: readonly DayHeat[]): number {
    let { putInKJ, minutes } = state
    for (const { id } of left) {
      const one = least.get(id)!
      putInKJ += one.putInKJ
      minutes += one.minutes + (state.steps.length > 0 ? ask.turnMin : 0)
    }
    return open! + runningCost(ask, { ...state, putInKJ, minutes })
  }
  /** The next heats there can be, the cheapest first, so that a good day is found soon. */
  function steps(state: DayState, left: readonly DayHeat[]) {
    return left
      .flatMap((heat) =>
        ask.pots
          .filter(({ id }) => heat.pots.includes(id))
          .flatMap((pot) => {
            const next = nextHeat(ask, state, heat, pot)
            return next ? [{ state: next, heat, cost: runningCost(ask, next) }] : []
          }),
      )
      .sort((a, b) => a.cost - b.cost)
  }

  look(initialDayState(ask.pots), ask.heats)
  return best ? told(ask, best, whole) : null
}

interface Day {
  state: DayState
  metal: number
}

const total = (ask: DayAsk, { state, metal }: Day): number => metal + runningCost(ask, state)

function better(ask: DayAsk, one: Day, other: Day): boolean {
  const apart = total(ask, one) - total(ask, other)
  if (Math.abs(apart) > SAME) return apart < 0
  const longer = one.state.minutes - other.state.minutes
  if (Math.abs(longer) > SAME) return longer < 0
  if (one.state.washes !== other.state.washes) return one.state.washes < other.state.washes
  const came = (day: Day) => orderOf(day.state).map((id) => ask.heats.findIndex((heat) => heat.id === id))
  const others = came(other)
  const at = came(one).findIndex((place, index) => place !== others[index])
  return at >= 0 && came(one)[at]! < others[at]!
}

/** The metal's cost by which leavings are open to which heat: other differences of order do not matter to it. */
function rememberedMetal(ask: DayAsk) {
  const known = new Map<string, number | null>()
  return (earlier: ReadonlyMap<string, ReadonlySet<string>>): number | null => {
    const open = ask.useful.filter(([first, second]) => earlier.get(second)?.has(first))
    const key = open.map((pair) => pair.join('>')).join(' ')
    const had = known.get(key)
    if (had !== undefined) return had
    const byHeat = new Map(ask.heats.map(({ id }) => [id, new Set<string>()]))
    for (const [first, second] of open) byHeat.get(second)?.add(first)
    const cost = ask.metalCost(byHeat)
    known.set(key, cost)
    return cost
  }
}

function told(ask: DayAsk, { state, metal }: Day, proven: boolean): DayPlan {
  const fuel = state.putInKJ * ask.furnace.pricePerKJ
  const work = (state.minutes / 60) * ask.ratePerHour
  const { steps, minutes, washes } = state
  return { steps: [...steps], metal, fuel, work, cost: metal + fuel + work, minutes, washes, proven }
}
