import { findAlloy, nominalWhole } from '#core/alloys'
import { liquidusOf, pourWindow } from '#core/families'
import { usualFurnace } from '#core/furnace-model'
import { newHeat, type Heat } from '#core/heat'
import { present, totalG } from '#core/lists'
import { runSheet } from '#core/melt'
import { PRACTICE_HEATS, type PracticeHeat } from '#core/practice-heats'
import { benchHeat } from './as-heat'
import { rehearsalOf } from './of-heat'
import type { Lesson } from './record'

const USUAL_RANGE_C = 60
/** A day of no year in particular: nothing of a lesson is dated. */
const DAY = '2000-01-01T00:00:00.000Z'
const lotId = (at: number) => `00000000-0000-4000-8000-${String(at + 1).padStart(12, '0')}`

/** Practice heats that can be rehearsed. */
export const REHEARSED_PRACTICE: readonly PracticeHeat[] = PRACTICE_HEATS.filter(({ rehearse }) => rehearse)

/**
 * The heat a practice heat is done with, as a record with all of it weighed; it is in no yard.
 * @throws RangeError for one that is not rehearsed
 * @example practiceHeatRecord(REHEARSED_PRACTICE[0]).weighed.length // 1
 */
export function practiceHeatRecord({ id, name, alloy, rehearse }: PracticeHeat): Heat {
  if (!rehearse || !alloy) throw new RangeError(`${id} is not rehearsed`)
  return {
    ...newHeat({ id: lotId(900), now: DAY }, []),
    title: name,
    alloy: present(findAlloy(alloy), alloy),
    tapMassG: totalG(rehearse.lots),
    weighed: rehearse.lots.map(({ name: lot, massG, composition, metallicYield, form }, at) => ({
      lotId: lotId(at),
      name: lot,
      kind: 'scrap',
      form,
      plannedG: massG,
      massG,
      pricePerKg: 0,
      metallicYield,
      composition,
      sd: {},
      at: DAY,
    })),
  }
}

/**
 * A practice heat as a lesson to be rehearsed: its metal in the order of its run sheet, a usual furnace, its marks.
 * @param name in the language it is rehearsed in
 * @returns null where there is no fire in it
 * @throws RangeError for an alloy that is not in the library
 * @source data/practice-heats.json
 * @example practiceLesson(REHEARSED_PRACTICE[0]).scenario.degassed // true
 */
export function practiceLesson(practice: PracticeHeat, name = practice.name): Lesson | null {
  const { id, learns, rehearse } = practice
  if (!rehearse) return null
  const heat = practiceHeatRecord(practice)
  const alloy = present(heat.alloy, id)
  const liquidus = present(liquidusOf(alloy, nominalWhole(alloy)), id)
  const charge = heat.weighed.map(({ lotId: lot, name: called, form, massG, composition }) => ({
    lotId: lot,
    name: called,
    form,
    massG,
    composition,
  }))
  const scenario = rehearsalOf({
    alloy,
    steps: runSheet(alloy, charge, liquidus),
    yields: new Map(heat.weighed.map((line) => [line.lotId, line.metallicYield])),
    window: present(pourWindow(alloy, liquidus), id),
    liquidusC: liquidus.liquidusC,
    solidusC: Math.min(alloy.solidusC ?? liquidus.liquidusC - USUAL_RANGE_C, liquidus.liquidusC - 1),
    crucibleG: rehearse.crucibleG,
    brimCm3: rehearse.brimCm3,
    furnace: usualFurnace(rehearse.fuel, rehearse.powerKw),
    fuel: rehearse.fuel,
  })
  if (!scenario) return null
  const { castings, mishaps, level, marks, goal } = rehearse
  return {
    id,
    name,
    alloy: alloy.designation,
    goal: goal ?? learns,
    scenario: { ...scenario, ...(castings ? { castings } : {}), ...(mishaps ? { mishaps } : {}) },
    base: benchHeat(heat, DAY),
    level,
    marks,
  }
}
