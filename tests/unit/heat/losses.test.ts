import { describe, expect, it } from 'vitest'
import { predictMelt } from '#core/charge'
import {
  heatChargeProblem,
  heatFormYields,
  heatRecovery,
  heatYield,
  newHeat,
  weighLine,
  type Heat,
} from '#core/heat'
import { findAlloy } from '#core/alloys'
import { alloyRecovery } from '#core/families'
import { learnedYields, learnFormYields, planLosses } from '#core/learn'
import { metallicYieldOf } from '#core/losses'
import { workspaceSchema } from '#core/workspace'
import demo from '#data/demo-yard.json'

const NOW = '2026-01-01T00:00:00.000Z'
const yard = workspaceSchema.parse(demo)
const gunmetal = findAlloy('C90500')!
const heat: Heat = {
  ...newHeat({ id: '00000000-0000-4000-a000-000000000001', now: NOW }, []),
  alloy: gunmetal,
  tapMassG: 2000,
}
const bar = yard.lots.find(({ form, metallicYield }) => form === 'bar' && metallicYield === null)!

describe('whose losses a heat reckons with', () => {
  it('usual: the table of forms and the recoveries of its alloy', () => {
    expect(heatYield(heat, bar)).toBe(metallicYieldOf('bar'))
    expect(heatRecovery(heat)).toEqual(alloyRecovery(gunmetal))
  })

  it('none: what goes in is what is tapped', () => {
    const none: Heat = { ...heat, losses: 'none' }
    expect(heatFormYields(none).pipe).toBe(1)
    const problem = heatChargeProblem(none, yard.lots)!
    for (const { metallicYield } of problem.lots) expect(metallicYield).toBe(1)
    const lines = problem.lots.slice(0, 4).map((lot) => ({ massG: 100, lot }))
    expect(predictMelt(lines, problem.recovery!).tapMassG).toBeCloseTo(400, 6)
    expect(weighLine(bar, 100, 100, NOW, none).metallicYield).toBe(1)
  })

  it('learned yields reach the plan and the scale, as the learned page says', () => {
    const yields = learnFormYields(yard.heats)
    const shown = yields.filter(({ heats }) => heats >= 2)
    expect(shown.length).toBeGreaterThan(1)
    const planned = { ...heat, ...planLosses(gunmetal, [], yields, { useLearned: true }) }
    const problem = heatChargeProblem(planned, yard.lots)!
    for (const { form, value } of shown) {
      const lot = yard.lots.find((one) => one.form === form && one.metallicYield === null && one.massG > 0)
      if (!lot) continue
      expect(problem.lots.find(({ id }) => id === lot.id)!.metallicYield).toBeCloseTo(value, 4)
      expect(weighLine(lot, 1, 1, NOW, planned).metallicYield).toBeCloseTo(value, 4)
    }
    expect(planLosses(gunmetal, [], yields, {}).yieldOverrides).toEqual({})
    expect(Object.keys(learnedYields(yields))).toEqual(shown.map(({ form }) => form))
  })

  it('own figures stand over the others; a lot with a yield of its own keeps it', () => {
    const own = {
      ...heat,
      losses: 'own' as const,
      yieldOverrides: { bar: 0.9 },
      recoveryOverrides: { Sn: 0.95 },
    }
    expect(heatYield(own, bar)).toBe(0.9)
    expect(heatYield(own, { ...bar, metallicYield: 0.8 })).toBe(0.8)
    expect(heatRecovery(own).Sn).toBe(0.95)
    expect(planLosses(gunmetal, [], [], { overruledYield: { pipe: 0.97 } }).yieldOverrides).toEqual({
      pipe: 0.97,
    })
    expect(planLosses(gunmetal, [], [], { losses: 'none', useLearned: true })).toEqual({
      losses: 'none',
      recoveryOverrides: {},
      yieldOverrides: {},
    })
  })
})
