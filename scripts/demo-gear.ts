/* The gear of the demo yard, and what its past heats burnt: invented, and in balance with the metal that was melted. */
import { nominalWhole } from '#core/alloys'
import { CRUCIBLE_HEAT, type Crucible, type Furnace, type Gear } from '#core/gear'
import type { Heat } from '#core/heat'
import { meltHeat } from '#core/melt'

interface Tools {
  uuid: () => string
  normal: () => number
  since: string
}

/** What the furnace really makes of its gas; the yard does not know it. */
const HIDDEN_EFFICIENCY = 0.104
const round = (value: number, digits = 2) => Number(value.toFixed(digits))

/** The gear, and the heats with the gear they were melted in. */
export function demoGear(
  heats: readonly Heat[],
  { uuid, normal, since }: Tools,
): { gear: Gear[]; heats: Heat[] } {
  const record = () => ({ id: uuid(), createdAt: since, updatedAt: since, note: '' })
  const crucible = (name: string, number: number, rest: Partial<Crucible>): Crucible => ({
    ...record(),
    type: 'crucible',
    name,
    number,
    brimCm3: null,
    family: null,
    heatsBefore: 0,
    firstFiredAt: since,
    firing: null,
    checks: [],
    retiredAt: null,
    ...rest,
  })
  const look = (at: string, massG: number, wallMm: number) => ({ at, massG, wallMm, sound: 'rings' as const })
  const bronze = crucible('Number four, bronze side', 4, {
    brimCm3: 742,
    family: 'Cu',
    heatsBefore: 6,
    checks: [look('2026-03-02T09:00:00.000Z', 1830, 13.2), look('2026-10-18T09:00:00.000Z', 1712, 11.6)],
  })
  const aluminium = crucible('Number six, aluminium', 6, {
    family: 'Al',
    heatsBefore: 2,
    checks: [look('2026-03-02T09:20:00.000Z', 2480, 14.8)],
  })
  const fresh = crucible('Number three, new', 3, {
    firstFiredAt: null,
    note: 'Bought in October, still in its straw.',
  })
  const furnace: Furnace = {
    ...record(),
    type: 'furnace',
    name: 'Drum furnace',
    fuel: 'propane',
    powerKw: 22,
    efficiency: null,
    pricePerUnit: 2.9,
    note: 'Washing-machine drum, rammed lining.',
  }
  const gear: Gear[] = [
    bronze,
    aluminium,
    fresh,
    furnace,
    {
      ...record(),
      type: 'thermocouple',
      name: 'Long probe',
      kind: 'K',
      checks: [
        { at: '2026-04-10T16:00:00.000Z', point: 'Al', readC: 652.5 },
        { at: '2026-09-18T16:30:00.000Z', point: 'Zn', readC: 414.8 },
      ],
    },
    { ...record(), type: 'scale', name: 'Bench scale', stepG: 1, capacityG: 10_000 },
    { ...record(), type: 'scale', name: 'Pocket scale', stepG: 0.01, capacityG: 300 },
  ]
  const melted = heats.map((heat): Heat => {
    const pot = heat.alloy?.base === 'Al' ? aluminium : bronze
    const pourC = heat.pour.pourTemperatureC!
    const metalG = heat.weighed.reduce((sum, { massG }) => sum + massG, 0)
    const heatKJ =
      (metalG / 1000) * meltHeat(nominalWhole(heat.alloy!), pourC) +
      (pot.checks.at(-1)!.massG! / 1000) * CRUCIBLE_HEAT.value * (pourC - 25)
    const amount = round((heatKJ / HIDDEN_EFFICIENCY / 46_400) * (1 + 0.1 * normal()))
    const minutes = round((amount * 46_400) / 22 / 60, 0)
    return { ...heat, crucibleId: pot.id, furnaceId: furnace.id, burnt: { amount, minutes } }
  })
  return { gear, heats: melted }
}
