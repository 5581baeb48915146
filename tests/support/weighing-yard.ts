import { ALLOYS, nominalWhole, type Alloy } from '#core/alloys'
import { newHeat, type Heat, type WeighingBench } from '#core/heat'
import { spreadFor, type Lot } from '#core/stock'
import { FORM_IDS } from '#core/losses'
import { GRAMS_PER, type MassUnit } from '#core/units'
import { seeded } from './random-problem'

const NOW = '2026-01-01T00:00:00.000Z'
const UNITS: MassUnit[] = ['g', 'kg', 'oz', 'lb']
const id = (n: number) => `00000000-0000-4000-a000-${String(n).padStart(12, '0')}`

/** A seeded yard with an open heat: scrap of library grades and the virgin metals its target wants, prices or none. */
export function weighingYard(seed: number): { heat: Heat; lots: Lot[]; bench: WeighingBench; alloy: Alloy } {
  const random = seeded(seed * 7919)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const alloy = ALLOYS[seed % ALLOYS.length]!
  const priced = random() < 0.8
  const tapMassG = Math.round(150 * 40 ** random())
  const lots: Lot[] = []
  const add = (name: string, composition: Record<string, number>, virgin: boolean, massG: number) => {
    const knowledge = virgin ? 'certificate' : pick(['grade', 'guess', 'assay', 'grade'] as const)
    lots.push({
      id: id(lots.length + 1),
      createdAt: NOW,
      updatedAt: NOW,
      name,
      kind: virgin ? 'virgin' : 'scrap',
      form: virgin ? 'bar' : pick(FORM_IDS.slice(0, 6)),
      massG: Math.round(massG * 10) / 10,
      pricePerKg: priced ? Number(((virgin ? 8 : 2) + 12 * random()).toFixed(2)) : 0,
      composition,
      sd: spreadFor(composition, knowledge),
      knowledge,
      metallicYield: null,
      note: '',
      originHeatId: null,
    })
  }
  const rounded = (whole: Record<string, number>) =>
    Object.fromEntries(Object.entries(whole).map(([symbol, pct]) => [symbol, Number(pct.toFixed(3))]))
  for (const [symbol, pct] of Object.entries(nominalWhole(alloy)))
    if (pct > 0 && random() < 0.95)
      add(`virgin ${symbol}`, { [symbol]: 99.9 }, true, tapMassG * (pct / 100) * (0.5 + 3 * random()) + 20)
  const kin = ALLOYS.filter(({ base }) => base === alloy.base)
  add(`grade ${alloy.id}`, rounded(nominalWhole(alloy)), false, tapMassG * (0.2 + 1.3 * random()))
  for (let more = 2 + Math.floor(5 * random()); more > 0; more--) {
    const other = pick(kin)
    add(`scrap ${other.id}`, rounded(nominalWhole(other)), false, tapMassG * (0.05 + 0.9 * random()))
  }
  const unit = UNITS[Math.floor(seed / ALLOYS.length) % UNITS.length]!
  const scales = pick([
    [],
    [{ stepG: 1, capacityG: 5000 }],
    [
      { stepG: 0.1, capacityG: 500 },
      { stepG: 1, capacityG: 5000 },
      { stepG: 5, capacityG: 30_000 },
    ],
    [{ stepG: 2 * 0.01 * GRAMS_PER.oz, capacityG: 11_000, errorG: 1 }],
  ])
  const heat: Heat = {
    ...newHeat({ id: id(9999), now: NOW }, []),
    alloy,
    tapMassG,
    objective: pick(['cost', 'cost', 'cost', 'virgin', 'nominal'] as const),
    confidence: pick([null, 0.8, 0.9, 0.9]),
    ...(random() < 0.2 ? { maxLots: 4 } : {}),
  }
  return { heat, lots, bench: { scales, unit, crucibleG: null }, alloy }
}
