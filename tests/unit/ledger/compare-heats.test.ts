import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { ALIKE, compareHeats, type HeatPoint } from '#core/ledger'
import type { Heat } from '#core/heat'
import { workspaceSchema } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const heatNo = (number: number) => yard.heats.find((heat) => heat.number === number)!
const compared = (a: Heat, b: Heat) => compareHeats(a, b, yard.lots, yard.gear)
const point = (points: HeatPoint[], kind: string, element?: string) =>
  points.find((one) => one.kind === kind && one.element === element)!

describe('two heats held against each other', () => {
  const bearings = heatNo(11)
  it('a heat does not differ from itself, whatever was written down', () => {
    for (const heat of yard.heats) expect(compared(heat, heat).filter(({ differs }) => differs)).toEqual([])
  })
  it('first and second change places and nothing else', () => {
    const there = compared(bearings, heatNo(12))
    const back = compared(heatNo(12), bearings)
    for (const one of there) {
      const other = point(back, one.kind, one.element)
      expect([one.first, one.second, one.differs]).toEqual([other.second, other.first, other.differs])
    }
  })
  it.each([
    [ALIKE.pour - 0.5, false],
    [-(ALIKE.pour - 0.5), false],
    [ALIKE.pour + 0.5, true],
    [-(ALIKE.pour + 0.5), true],
  ])('a pour %s °C hotter differs: %s', (by, differs) => {
    const pourTemperatureC = bearings.pour.pourTemperatureC! + by
    const other = { ...bearings, pour: { ...bearings.pour, pourTemperatureC } }
    expect(point(compared(bearings, other), 'pour').differs).toBe(differs)
  })
  it('dross and what was not found are shares of the charge', () => {
    const chargeG = bearings.weighed.reduce((sum, { massG }) => sum + massG, 0)
    const { first } = point(compared(bearings, bearings), 'dross')
    expect(first).toBeCloseTo((100 * bearings.pour.drossG!) / chargeG, 6)
  })
  it('two analyses inside twice their spread are of the same metal', () => {
    const read = (pct: number): Heat => ({
      ...bearings,
      assays: [{ ...bearings.assays[0]!, readings: { Sn: { pct, sd: 0.1 }, Zn: { pct: 3, sd: 0.05 } } }],
    })
    // 2·√(0.1² + 0.1²) = 0.283
    expect(point(compared(read(8), read(8.28)), 'share', 'Sn').differs).toBe(false)
    expect(point(compared(read(8), read(8.29)), 'share', 'Sn').differs).toBe(true)
    // copper by difference: 2·√(2·(0.1² + 0.05²)) = 0.316
    expect(point(compared(read(8), read(8.31)), 'share', 'Cu').differs).toBe(false)
    expect(point(compared(read(8), read(8.32)), 'share', 'Cu').differs).toBe(true)
  })
  it('what only one of them has is no difference', () => {
    const unwritten = { ...bearings, pour: { ...bearings.pour, pourTemperatureC: null, drossG: null } }
    const points = compared(bearings, unwritten)
    expect(point(points, 'pour')).toMatchObject({ second: null, differs: false })
    expect(point(points, 'dross')).toMatchObject({ second: null, differs: false })
  })
  it('bronze and brass differ in tin, zinc and copper', () => {
    const differing = compared(bearings, heatNo(12)).filter(({ differs }) => differs)
    expect(differing.map(({ element }) => element)).toEqual(expect.arrayContaining(['Sn', 'Zn', 'Cu']))
  })
})
