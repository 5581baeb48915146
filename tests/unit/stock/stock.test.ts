import { describe, expect, it } from 'vitest'
import { metalNeeded } from '#core/casting'
import { lotYield, spreadFor, toChargeLot, type Lot } from '#core/stock'

const lot: Lot = {
  id: '00000000-0000-4000-a000-000000000001',
  createdAt: '2026-01-01T00:00:00.000Z',
  updatedAt: '2026-01-01T00:00:00.000Z',
  name: 'Pipe',
  kind: 'scrap',
  form: 'pipe',
  massG: 1000,
  pricePerKg: 7,
  composition: { Cu: 99.9, P: 0.03 },
  sd: { P: 0.01 },
  knowledge: 'grade',
  metallicYield: null,
  note: '',
  originHeatId: null,
}

describe('lots', () => {
  it('has the yield of its form unless overruled', () => {
    expect(lotYield(lot)).toBe(0.98)
    expect(lotYield({ ...lot, metallicYield: 0.9 })).toBe(0.9)
  })
  it('goes to the solver with its bounds', () => {
    expect(toChargeLot(lot, { maxG: 300 })).toMatchObject({
      availableG: 1000,
      maxG: 300,
      virgin: false,
      metallicYield: 0.98,
    })
    expect(toChargeLot({ ...lot, kind: 'master' }, { fixedG: 3 })).toMatchObject({ virgin: true, fixedG: 3 })
  })
  it('a guess is 30 % off, a certificate 1 %, and the base carries no spread of its own', () => {
    expect(spreadFor({ Cu: 90, Sn: 10 }, 'guess')).toEqual({ Sn: 3 })
    expect(spreadFor({ Cu: 90, Sn: 10 }, 'certificate')).toEqual({ Sn: 0.1 })
    expect(spreadFor({ Cu: 90, Sn: 9, Pb: 0.5 }, 'assay')).toEqual({ Sn: 0.27, Pb: 0.05 })
  })
})

describe('metal needed', () => {
  it('1 kg of castings with 60 % gating and 10 % not to run short is 1760 g (arithmetic of common practice)', () => {
    expect(metalNeeded({ castingsG: 1000, gatingPct: 60, allowancePct: 10, heelG: 0 })).toBeCloseTo(1760, 9)
    expect(metalNeeded({ castingsG: 1000, gatingPct: 60, allowancePct: 10, heelG: 150 })).toBeCloseTo(1910, 9)
  })
})
