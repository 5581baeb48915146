import { beforeAll, describe, expect, it } from 'vitest'
import loadHighs from 'highs'
import demo from '#data/demo-yard.json'
import { ALLOYS, type Alloy } from '#core/alloys'
import { createChargeSolver, predictMelt, type ChargeSolver } from '#core/charge'
import { stockAfterLogging, heatChargeProblem, heatRecovery, newHeat, weighLine, type Heat } from '#core/heat'
import { checkPlan } from '#core/melt'
import type { Lot } from '#core/stock'
import { remindersFor } from '#core/troubles'
import { workspaceSchema } from '#core/workspace'

/* Specifications of wrought brass name zinc as the rest. It is copper that makes the family, and zinc that burns. */

const yard = workspaceSchema.parse(demo)
const NOW = '2026-11-25T08:00:00.000Z'
const id = (number: number) => `00000000-0000-4000-8000-${String(number).padStart(12, '0')}`
const alloy = (name: string) => ALLOYS.find((one) => one.id === name)!
const lot = (number: number, name: string, composition: Lot['composition'], pricePerKg: number): Lot => ({
  ...yard.lots[0]!,
  id: id(number),
  name,
  massG: 10_000,
  pricePerKg,
  composition,
  sd: {},
  metallicYield: 1,
  pieces: [],
})
const copper = lot(1, 'Copper', { Cu: 100 }, 8)
const zinc = lot(2, 'Zinc', { Zn: 100 }, 3)
const heatOf = (target: Alloy): Heat => ({
  ...newHeat({ id: id(9), now: NOW }, yard.heats),
  alloy: target,
  tapMassG: 2000,
  objective: 'cost',
  confidence: null,
})

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs())
})

describe('a heat of cartridge brass', () => {
  const heat = heatOf(alloy('C26000'))

  it('is planned with the zinc that will burn: the least copper allowed, 68.5 %, of what is left', () => {
    const problem = heatChargeProblem(heat, [copper, zinc])!
    expect(problem.recovery).toMatchObject({ Cu: 0.995, Zn: 0.95 })
    // Aimed at to the gram asked, without the yard's hands: the tap is the whole, weights are any.
    const plan = solver.solve({
      ...problem,
      target: { ...problem.target, tapToleranceG: 0 },
      lots: problem.lots.map(({ stepG: _, weighErrorG: __, ...lot }) => lot),
    })
    expect(plan.status).toBe('optimal')
    // Zinc is the cheaper metal. By hand: 0.685 × 2000 g / 0.995 and 0.315 × 2000 g / 0.95.
    const mass = (name: string) => plan.lines.find((line) => line.lot === name)?.massG
    expect(mass(copper.id)).toBeCloseTo((0.685 * 2000) / 0.995, 3)
    expect(mass(zinc.id)).toBeCloseTo((0.315 * 2000) / 0.95, 3)
    expect(plan.composition.Cu).toBeCloseTo(68.5, 4)
  })

  it('weighed at its nominal 70 to 30 without a thought for the fume, it comes out richer in copper', () => {
    const weighed = [weighLine(copper, 1400, 1400, NOW), weighLine(zinc, 600, 600, NOW)]
    const melt = predictMelt(
      weighed.map(({ massG, composition, metallicYield, lotId }) => ({
        massG,
        lot: { id: lotId, composition, metallicYield },
      })),
      heatRecovery(heat),
    )
    expect(melt.composition.Cu).toBeCloseTo((100 * 1400 * 0.995) / (1400 * 0.995 + 600 * 0.95), 9)
    const { made } = stockAfterLogging(
      { ...heat, weighed, pour: { ...heat.pour, ingots: [{ id: id(8), stamp: 'a', massG: 1900 }] } },
      [copper, zinc],
      { ids: [id(10), id(11)], now: NOW },
    )
    expect(made[0]!.composition.Cu).toBeCloseTo(melt.composition.Cu!, 2)
  })

  it('goes into a crucible that had bronze, and is warned of one that had aluminium', () => {
    const rulesAfter = (lastBase: string) =>
      checkPlan({
        alloy: alloy('C26000'),
        tapMassG: 1000,
        composition: { Cu: 70, Zn: 30 },
        lots: [],
        crucibleNo: null,
        lastBase,
      }).map(({ rule }) => rule)
    expect(rulesAfter('Cu')).not.toContain('crucible-family')
    expect(rulesAfter('Al')).toContain('crucible-family')
  })

  it('minds what heats of other copper alloys taught, not those of aluminium', () => {
    const causeId = 'cold-pour'
    const taught = yard.heats
      .filter(({ alloy: one }) => one)
      .map((one) => ({ ...one, lessons: [{ causeId, at: NOW }] }))
    const known = remindersFor({ ...heat, number: 99 }, taught)
    const fromHeats = new Set(known.map(({ fromHeat }) => fromHeat))
    for (const one of taught.filter(({ alloy: of }) => of!.base === 'Al'))
      expect(fromHeats.has(one.number)).toBe(false)
  })
})
