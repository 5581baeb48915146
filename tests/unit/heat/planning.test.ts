import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import { findAlloy } from '#core/alloys'
import { familyProblem } from '#core/families'
import { createChargeSolver, parseChargeProblem, type ChargeProblem } from '#core/charge'
import {
  heatChargeProblem,
  heatFromProblem,
  heatSchema,
  namedProblem,
  newHeat,
  overruleLimits,
  restoreLimits,
  shareStock,
  type Heat,
} from '#core/heat'
import { lotSchema, type Lot } from '#core/stock'
import demo from '#data/demo-yard.json'
import gunmetal from '../../../examples/gunmetal.json'

const now = '2026-01-01T00:00:00.000Z'
const ids = (count: number) =>
  Array.from({ length: count }, (_, index) => `00000000-0000-4000-8000-${String(index).padStart(12, '0')}`)
const stock = demo.lots as unknown as Lot[]
const parsed = parseChargeProblem(gunmetal)
if (!parsed.ok) throw new Error('the example is broken')
const problem = parsed.problem

describe('limits moved for one heat', () => {
  const heat: Heat = { ...newHeat({ id: ids(1)[0]!, now }, []), alloy: findAlloy('C90500')! }
  it('stay marked with what the alloy says, and go back to it', () => {
    const once = { ...heat, ...overruleLimits(heat, [{ element: 'Pb', bound: 'max', to: 0.4 }]) }
    expect(once.alloy!.limits.Pb).toEqual({ max: 0.4 })
    const twice = {
      ...once,
      ...overruleLimits(once, [
        { element: 'Pb', bound: 'max', to: 0.5 },
        { element: 'Bi', bound: 'max', to: 0.1 },
      ]),
    }
    expect(twice.overruled).toEqual([
      { element: 'Pb', bound: 'max', was: 0.3 },
      { element: 'Bi', bound: 'max', was: null },
    ])
    expect(heatSchema.safeParse(twice).success).toBe(true)
    const back = restoreLimits(twice)
    expect(back.alloy!.limits).toEqual(findAlloy('C90500')!.limits)
    expect(back.overruled).toEqual([])
  })
})

describe('a problem file opened as a heat', () => {
  const open = (change: Partial<ChargeProblem>) =>
    heatFromProblem({ ...problem, ...change }, [], [], { ids: ids(problem.lots.length + 1), now }).heat.alloy!
  it('that names no base is of what it asks most of, else of what its lots hold most of, never of copper unasked', () => {
    const limits = { Si: { min: 6.5, max: 7.5 } }
    const lots: ChargeProblem['lots'] = [
      { id: 'wheels', availableG: 4000, pricePerKg: 1, composition: { Al: 92, Si: 7.5, Mg: 0.3 } },
      { id: 'wire', availableG: 500, pricePerKg: 8, composition: { Cu: 99.9 } },
    ]
    const target = { tapMassG: 1000, limits }
    expect(open({ target, lots })).toMatchObject({ base: 'Al', practice: 'aluminium-casting' })
    const aimed = { tapMassG: 1000, limits, nominal: { Zn: 88, Al: 11 } }
    expect(open({ target: aimed, lots })).toMatchObject({ base: 'Zn', practice: 'zinc-aluminium' })
    const asked = { tapMassG: 1000, limits: { Sn: { min: 90 } } }
    expect(open({ target: asked, lots })).toMatchObject({ base: 'Sn', practice: 'tin-base' })
  })
  it('of a metal that no practice is known for is told to have none', () => {
    const target = { tapMassG: 1000, base: 'Ag', limits: { Cu: { min: 7, max: 8 } } }
    expect(familyProblem(open({ target }))).toMatchObject({ problem: 'no-practice-known', metal: 'Ag' })
  })
  it('costs what the problem costs, from lots the yard did not have', async () => {
    const solver = createChargeSolver(await loadHighs(), () => performance.now())
    const opened = heatFromProblem(problem, stock, [], { ids: ids(problem.lots.length + 1), now })
    expect(heatSchema.parse(opened.heat)).toEqual(opened.heat)
    for (const lot of opened.lots) expect(lotSchema.parse(lot)).toEqual(lot)
    expect(opened.lots.map(({ name }) => name)).toEqual(problem.lots.map(({ id }) => id))
    const again = { ...heatChargeProblem(opened.heat, [...stock, ...opened.lots])! }
    // The yard's hands, which the file does not know.
    delete again.minLineG
    again.lots = again.lots.map((lot) => {
      const free = { ...lot }
      delete free.stepG
      delete free.weighErrorG
      return free
    })
    const plain: ChargeProblem = { ...problem }
    delete plain.minLineG
    delete plain.incrementG
    const theirs = solver.solve(plain)
    const ours = solver.solve({
      ...again,
      ...(plain.excessMaxG === undefined ? {} : { excessMaxG: plain.excessMaxG }),
    })
    expect(ours.status).toBe(theirs.status)
    // The heat holds its limits with a margin where the file asks for one, and never by another target.
    expect(again.target.limits).toEqual(problem.target.limits)
    expect(ours.cost / theirs.cost).toBeCloseTo(1, 4)
  })

  it('finds its lots again by name, and leaves out those it does not name', () => {
    const heat: Heat = {
      ...newHeat({ id: ids(1)[0]!, now }, []),
      alloy: findAlloy('C90500')!,
      tapMassG: 1000,
      maxLots: 6,
    }
    const kept = stock.slice(0, 6)
    const saved = namedProblem(
      heatChargeProblem(heat, kept)!,
      (id) => stock.find((lot) => lot.id === id)!.name,
    )
    expect(saved.lots[0]!.id).toBe(kept[0]!.name)
    const opened = heatFromProblem(saved, stock, [{ number: 7 }], { ids: ids(30), now })
    expect(opened.lots).toEqual([])
    expect(opened.heat.number).toBe(8)
    expect(opened.heat.maxLots).toBe(6)
    for (const lot of stock) expect(opened.heat.choices[lot.id]!.use).toBe(kept.includes(lot))
  })

  it('keeps ids where two lots share a name', () => {
    expect(namedProblem(problem, () => 'the same')).toEqual(problem)
  })
})

describe('the pile shared between heats', () => {
  it('no lot is promised twice, whatever each heat then does inside its bounds', () => {
    const heats = ids(2).map((id) => newHeat({ id, now }, []))
    const [lot] = stock
    const plans = [{ lines: [{ lot: lot!.id, massG: 1000 }] }, { lines: [{ lot: lot!.id, massG: 500 }] }]
    const shared = shareStock(heats, plans, stock)
    const caps = shared.map(({ choices }) => choices[lot!.id]!.capG!)
    expect(caps[0]).toBeGreaterThanOrEqual(1000)
    expect(caps[1]).toBeGreaterThanOrEqual(500)
    expect(caps[0]! + caps[1]!).toBeLessThanOrEqual(lot!.massG + 0.11)
    // A lot that no plan wants stays free.
    expect(shared[0]!.choices[stock[1]!.id]).toBeUndefined()
  })
})
