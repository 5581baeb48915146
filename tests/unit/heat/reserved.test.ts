import { describe, expect, it } from 'vitest'
import { findAlloy } from '#core/alloys'
import { baseMetalCover, claims, freeLots, heatChargeProblem, weighLine, type Heat } from '#core/heat'
import { readWorkspace } from '#formats/workspace-json'
import { readFileSync } from 'node:fs'

const read = readWorkspace(readFileSync('data/demo-yard.json', 'utf8'))
if (!read.ok) throw new Error('demo yard')
const { lots, heats } = read.workspace
const open = heats.at(-1)!
const tin = lots.find(({ name }) => name === 'Tin bar')!
const pipe = lots.find(({ name }) => name === 'Plumbing offcuts')!
const other: Heat = { ...open, id: '00000000-0000-4000-8000-000000000001', number: 14 }

describe('metal held for heats', () => {
  const kept: Heat = { ...open, reserved: { [tin.id]: 200, [pipe.id]: 1500 } }
  it('kept and weighed are told apart; a weighed line takes the place of what was kept', () => {
    const weighed: Heat = { ...kept, weighed: [weighLine(tin, 200, 207, open.createdAt)] }
    expect(claims([weighed]).get(tin.id)).toEqual([{ heat: 13, massG: 207, weighed: true }])
    expect(claims([weighed]).get(pipe.id)).toEqual([{ heat: 13, massG: 1500, weighed: false }])
  })
  it('another heat plans with the rest, the heat itself with all', () => {
    const free = freeLots(lots, [kept, other], other)
    expect(free.find(({ id }) => id === tin.id)!.massG).toBeCloseTo(tin.massG - 200)
    expect(freeLots(lots, [kept, other], kept).find(({ id }) => id === tin.id)!.massG).toBe(tin.massG)
    const problem = heatChargeProblem(other, free)!
    expect(problem.lots.find(({ id }) => id === pipe.id)!.availableG).toBeCloseTo(pipe.massG - 1500)
  })
  it('a logged heat holds nothing; more held than there is leaves nothing, never less', () => {
    expect(claims([{ ...kept, loggedAt: open.createdAt }]).size).toBe(0)
    const greedy: Heat = { ...kept, reserved: { [tin.id]: 1e6 } }
    expect(freeLots(lots, [greedy]).find(({ id }) => id === tin.id)!.massG).toBe(0)
  })
})

it('850 g of copper and 300 g of tin are enough copper for 900 g of bell bronze, and not for 1 100 g', () => {
  const bell = findAlloy('bell-80-20')!
  const wire = { massG: 850, composition: { Cu: 99.9 }, form: 'bar', metallicYield: 1 }
  const tinBar = { massG: 300, composition: { Sn: 99.9 }, form: 'bar', metallicYield: 1 }
  expect(baseMetalCover(bell, 900, [wire, tinBar])).toEqual({
    base: 'Cu',
    inStockG: expect.closeTo(849.15, 6),
    neededG: expect.closeTo(720, 6),
  })
  expect(baseMetalCover(bell, 1100, [wire, tinBar]).neededG).toBeCloseTo(880, 6)
})
