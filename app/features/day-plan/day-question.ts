import { baseMetal, nominalWhole, solidDensity } from '#core/alloys'
import type { ChargeProblem } from '#core/charge'
import {
  betweenHeats,
  DAY,
  type DayFurnace,
  type DayHeat,
  type DayPot,
  type DayQuestion,
  type Held,
} from '#core/day-plan'
import {
  CRUCIBLE_HEAT,
  crucibleRefused,
  fuelOf,
  materialOf,
  wantsFirstFire,
  type Crucible,
  type Furnace,
} from '#core/gear'
import { heatChargeProblem, heatsIn, potStory, type Heat } from '#core/heat'
import type { FurnaceEnergy } from '#core/learn'
import type { Lot } from '#core/stock'
import type { HeatTaken } from '~/shared/gear/useFurnaceEnergy'

/** A yard without a crucible in its gear is taken to have one for each metal, so that the order can be told all the same. */
export const UNTOLD_POT = 'untold-'
const ROOM_C = 25

/** What a day is made of, as the yard knows it. */
export interface DayMaterial {
  heats: readonly Heat[]
  /** all heats of the yard */
  all: readonly Heat[]
  /** free for these heats */
  lots: readonly Lot[]
  crucibles: readonly Crucible[]
  furnace: Furnace | null
  energy: FurnaceEnergy | null
  taken: (heat: Heat) => HeatTaken | null
  holds: (crucible: Crucible, gcm3: number) => number
  familyOf: (crucible: Crucible) => string | null
  potG: (id: string) => number
  ratePerHour: number
  turnMin: number
  certain: boolean
}

/** The question a day asks, in figures; null while a heat lacks what it needs. */
export function dayQuestion(day: DayMaterial): DayQuestion | null {
  const problems: ChargeProblem[] = []
  const heats: DayHeat[] = []
  for (const heat of day.heats) {
    const problem = heatChargeProblem(heat, day.lots)
    const taken = day.taken(heat)
    if (!problem || !taken || !heat.alloy) return null
    problems.push(day.certain ? problem : withoutCertainty(problem))
    heats.push({
      id: heat.id,
      metal: baseMetal(heat.alloy),
      practice: heat.alloy.practice,
      pourC: taken.pourC,
      heatKJ: taken.metalKJ,
      pots: potsFor(heat, day),
    })
  }
  return {
    heats,
    problems,
    castingsG: day.heats.map(({ need }) => need?.castingsG ?? 0),
    pots: potsOf(day),
    furnace: furnaceOf(day, heats),
    turnMin: day.turnMin,
    ratePerHour: day.ratePerHour,
    wash: { share: DAY.washShare, minutes: DAY.washMinutes },
    between: betweenAll(day),
  }
}

function withoutCertainty(problem: ChargeProblem): ChargeProblem {
  const { confidence: _, ...plain } = problem
  return plain
}

/** Crucibles a heat may be melted in: the one chosen, else every sound one of its family that holds it. */
function potsFor(heat: Heat, { crucibles, all, holds, familyOf }: DayMaterial): string[] {
  const { alloy } = heat
  const metal = alloy && baseMetal(alloy)
  if (!alloy || !metal) return []
  if (crucibles.length === 0) return [UNTOLD_POT + metal]
  return crucibles
    .filter((one) => {
      const bears: Readonly<Record<string, string>> = materialOf(one).metals
      const family = familyOf(one)
      return (
        (heat.crucibleId ? one.id === heat.crucibleId : true) &&
        !crucibleRefused(one) &&
        !wantsFirstFire(one, heatsIn(all, one.id).length) &&
        bears[metal] !== 'never' &&
        (family === null || family === metal) &&
        holds(one, solidDensity(alloy).gcm3) >= (heat.tapMassG ?? 0)
      )
    })
    .map(({ id }) => id)
}

/** What a crucible of so many grams takes up, kJ/K. */
const perKelvin = (potG: number): number => (potG / 1000) * CRUCIBLE_HEAT.value

function potsOf({ heats, crucibles, all, potG }: DayMaterial): DayPot[] {
  if (crucibles.length === 0) {
    const metals = new Set(heats.flatMap(({ alloy }) => (alloy ? [baseMetal(alloy)] : [])))
    return [...metals].map((metal) => ({
      id: UNTOLD_POT + metal,
      heatKJperK: perKelvin(potG(UNTOLD_POT)),
      last: null,
    }))
  }
  return crucibles.map((one) => {
    const { last, washedOut } = potStory(one, all)
    const heatKJperK = perKelvin(potG(one.id))
    return { id: one.id, heatKJperK, last: last && !washedOut ? lastIn(one.id) : null }
  })
}

const lastIn = (potId: string) => `last-in-${potId}`

/** As learned, else by the kind of furnace, with an estimate of what its walls take of it. */
function furnaceOf({ furnace, energy, crucibles, potG }: DayMaterial, heats: readonly DayHeat[]): DayFurnace {
  const usualKw = furnace?.powerKw ?? 20
  const efficiency = energy?.efficiency.mid ?? 0.1
  const potKJ = Math.max(0, ...crucibles.map(({ id }) => perKelvin(potG(id))))
  const meanRise = mean(heats.map(({ pourC }) => pourC - ROOM_C))
  const meanKJ = mean(heats.map(({ heatKJ, pourC }) => heatKJ + potKJ * (pourC - ROOM_C)))
  const learned = energy && energy.liningKJ > 0 ? energy.liningKJ : null
  const wallsKJ = learned ?? DAY.wallShare * (meanKJ / efficiency)
  const fuel = furnace && fuelOf(furnace.fuel)
  return {
    powerKw: usualKw,
    pricePerKJ: furnace && fuel ? furnace.pricePerUnit / (fuel.mjPerUnit * 1000) : 0,
    efficiency: learned === null ? efficiency / (1 - DAY.wallShare) : efficiency,
    wallKJperK: meanRise > 0 ? wallsKJ / meanRise : 0,
    keepsWarm: DAY.keepsWarm,
  }
}

const mean = (values: readonly number[]) =>
  values.length > 0 ? values.reduce((sum, value) => sum + value, 0) / values.length : 0

function betweenAll({ heats, all, crucibles }: DayMaterial): DayQuestion['between'] {
  const before = new Map<string, Held>()
  for (const heat of heats) {
    const held = heldOf(heat)
    if (held) before.set(heat.id, held)
  }
  for (const one of crucibles) {
    const { last, washedOut } = potStory(one, all)
    const heat = last && !washedOut && all.find(({ number }) => number === last.number)
    const held = heat && heldOf(heat)
    if (held) before.set(lastIn(one.id), held)
  }
  return Object.fromEntries(
    [...before].map(([id, held]) => [
      id,
      Object.fromEntries(
        heats.flatMap((heat) => {
          const next = heldOf(heat)
          return next && heat.alloy
            ? [[heat.id, betweenHeats(held, { ...next, limits: heat.alloy.limits })] as const]
            : []
        }),
      ),
    ]),
  )
}

function heldOf({ alloy, tapMassG }: Heat): Held | null {
  if (!alloy) return null
  return {
    metal: baseMetal(alloy),
    practice: alloy.practice,
    composition: nominalWhole(alloy),
    tapG: tapMassG ?? 0,
  }
}
