import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { ALLOYS, findAlloy } from '#core/alloys'
import {
  createChargeSolver,
  isNone,
  planWeighing,
  PURCHASABLE,
  type Purchase,
  type Remedy,
} from '#core/charge'
import { BARE_BENCH, heatWeighing, newHeat, overruleLimits, type Heat, type WeighingBench } from '#core/heat'
import { byId } from '#core/lists'
import { PILE_TILES } from '#core/scrap-pile'
import { newLot, type Lot } from '#core/stock'
import { formatMass, parseMass, type MassUnit } from '#core/units'
import { workspaceSchema } from '#core/workspace'
import { many } from '../../support/reliability'

/* A way out is taken as the page takes it, in the unit it is told in and on the scales of the yard: then there is a charge. */

const solver = createChargeSolver(await loadHighs(), () => performance.now())
const now = '2026-01-01T00:00:00.000Z'
const { lots: demoLots } = workspaceSchema.parse(demo)
const ofPile = (...piled: [id: string, massG: number][]): Lot[] =>
  piled.map(([id, massG]) => newLot({ id, now }, { ...byId(PILE_TILES, id).told, massG }))
const heatOf = (alloy: Heat['alloy'], tapMassG: number): Heat => ({
  ...newHeat({ id: '00000000-0000-4000-8000-000000000001', now }, []),
  alloy,
  tapMassG,
})

/** What is told is got and typed in: a weight as it is read on the page. */
function asTold(massG: number, unit: MassUnit): number {
  const { figure, unit: written } = formatMass(massG, unit)
  const read = parseMass(`${figure} ${written}`, unit, '.')
  if (!read.ok) throw new Error(`${figure} ${written}: ${read.problem}`)
  return read.value
}
const bought = ({ metal, massG }: Purchase, unit: MassUnit): Lot =>
  newLot(
    { id: `got ${metal}`, now },
    {
      name: metal,
      kind: metal.includes('-') ? 'master' : 'virgin',
      form: 'bar',
      massG: asTold(massG, unit),
      composition: { ...byId(PURCHASABLE, metal).composition },
      knowledge: 'certificate',
      metallicYield: 1,
    },
  )

/** The heat and the stock once a way out is taken; null where it is none of those tried here. */
function taken(heat: Heat, lots: readonly Lot[], remedy: Remedy, unit: MassUnit) {
  switch (remedy.kind) {
    case 'obtain':
      return { heat, lots: [...lots, bought(remedy, unit)] }
    case 'obtainTogether':
      return { heat, lots: [...lots, ...remedy.purchases.map((one) => bought(one, unit))] }
    case 'lessTap':
    case 'moreTap':
      return { heat: { ...heat, tapMassG: asTold(remedy.tapMassG, unit) }, lots }
    case 'relax':
      return { heat: { ...heat, ...overruleLimits(heat, [remedy]) }, lots }
    case 'relaxTogether':
      return { heat: { ...heat, ...overruleLimits(heat, remedy.changes) }, lots }
    default:
      return null
  }
}

/** Ways out that come to nothing, and whether of what can be bought something makes it as surely as was asked. */
function untrue(heat: Heat, lots: readonly Lot[], bench: WeighingBench) {
  const { plan } = planWeighing(solver, heatWeighing(heat, lots, bench)!, 8)
  const failed: string[] = []
  let [tried, sure, purchases] = [0, 0, 0]
  for (const remedy of plan.remedies) {
    const next = taken(heat, lots, remedy, bench.unit)
    if (!next) continue
    tried++
    const again = planWeighing(solver, heatWeighing(next.heat, next.lots, bench)!, 8)
    if (isNone(again.plan)) failed.push(`${heat.alloy?.id} in ${bench.unit}: ${JSON.stringify(remedy)}`)
    if (!remedy.kind.startsWith('obtain')) continue
    purchases++
    if (!again.concessions.includes('no-margin')) sure++
  }
  return { tried, failed, sure, purchases }
}

const kitchen = { stepG: 1, capacityG: 5000, errorG: 0.5 }
const pocket = { stepG: 0.1, capacityG: 200, errorG: 0.1 }
const coarse = { stepG: 5, capacityG: 20_000, errorG: 5 }
const UNITS = ['g', 'kg', 'oz', 'lb'] as const
const BENCHES = UNITS.flatMap((unit) =>
  [[], [kitchen, pocket], [coarse]].map((scales): WeighingBench => ({ ...BARE_BENCH, unit, scales })),
)

describe('a way out that is taken', () => {
  it.each(UNITS)('manganese for a silicon bronze of wire and silicon, told in %s', (unit) => {
    const lots = ofPile(['wire', 1814], ['silicon', 85])
    const { tried, failed } = untrue(heatOf(findAlloy('C87300')!, 1000), lots, { ...BARE_BENCH, unit })
    expect(tried).toBeGreaterThan(0)
    expect(failed).toEqual([])
  })
  it('leads to a charge, whatever is told, in every unit and on every scale', () => {
    const failed: string[] = []
    let [tried, purchases, sure] = [0, 0, 0]
    ALLOYS.forEach((alloy, at) => {
      if (at % many(1, 9) !== 0) return
      const bench = BENCHES[at % BENCHES.length]!
      const piles = [
        demoLots,
        ofPile(['tube', 2000], ['taps', 1500]),
        ofPile(['frames', 1500], ['cans', 400]),
      ]
      const found = untrue(heatOf(alloy, 900 + 37 * (at % 11)), piles[at % 3]!, bench)
      tried += found.tried
      purchases += found.purchases
      sure += found.sure
      failed.push(...found.failed)
    })
    expect(failed).toEqual([])
    expect(tried).toBeGreaterThan(many(10, 2))
    // By steps of 5 g, and for a third of a gram of magnesium by one of 1 g, no certainty is had.
    expect(sure).toBeGreaterThanOrEqual(0.9 * purchases)
  })
})
