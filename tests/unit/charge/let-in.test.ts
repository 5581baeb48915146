import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { createChargeSolver, planWeighing, type ChargeSolver } from '#core/charge'
import { heatWeighing, type Heat } from '#core/heat'
import { many } from '../../support/reliability'
import { weighingYard } from '../../support/weighing-yard'

const NODES = 4
let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs(), () => performance.now(), { keep: true })
})

describe('what was left out, let in', () => {
  it('is offered where it helps, and taken it makes a charge that keeps every limit', () => {
    let offered = 0
    for (let seed = 1; seed <= many(24, 3); seed++) {
      const { heat, lots, bench } = weighingYard(seed * 11 + 5)
      const plan = (choices: Heat['choices']) =>
        planWeighing(solver, heatWeighing({ ...heat, choices }, lots, bench)!, NODES)
      const whole = plan({})
      if (whole.plan.status === 'infeasible') continue
      const line = whole.plan.lines[seed % whole.plan.lines.length]!
      const capped = seed % 2 === 0
      const choice = { use: capped, capG: capped ? 0.1 * line.massG : null, lockG: null }
      const without = plan({ [line.lot]: choice })
      if (without.plan.status !== 'infeasible') {
        expect(without.letIn ?? [], `seed ${seed}: there is a charge`).toEqual([])
        continue
      }
      expect(
        without.letIn!.map(({ lot }) => lot),
        `seed ${seed}: it was in the plan`,
      ).toEqual([line.lot])
      const { massG } = without.letIn![0]!
      expect(massG).toBeGreaterThan(choice.capG ?? 0)
      expect(massG).toBeLessThanOrEqual(lots.find(({ id }) => id === line.lot)!.massG)
      expect(plan({ [line.lot]: { ...choice, use: true, capG: null } }).plan.status).not.toBe('infeasible')
      offered++
    }
    expect(offered).toBeGreaterThan(many(4, 0))
  })

  it('is not offered where it would not help: copper bars to a want of tin', () => {
    const { heat, lots, bench } = weighingYard(1)
    const copper = lots.find(({ composition }) => (composition.Cu ?? 0) > 99)!
    const bare = lots.filter(({ composition }) => (composition.Sn ?? 0) < 1 && (composition.Zn ?? 0) < 1)
    const choices = { [copper.id]: { use: false, capG: null, lockG: null } }
    const none = planWeighing(solver, heatWeighing({ ...heat, choices }, bare, bench)!, NODES)
    expect(none.plan.status).toBe('infeasible')
    expect(none.letIn).toEqual([])
  })
})
